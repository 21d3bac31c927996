# frozen_string_literal: true

# What is to be planned. stops - Array of TripStop; split_rest - may rests be split; waiting_status - what
# waiting is recorded as
Core::Hours::Trip =
  Core::Value.of(:stops, :split_rest, :waiting_status) do
    def rest_while_waiting? = Core::Hours::RESTING.include?(waiting_status)
  end
