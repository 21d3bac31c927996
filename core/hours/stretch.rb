# frozen_string_literal: true

# Part of a record.
module Core::Hours
  # One duty status from one instant to the next. Like every range of time it holds its start and not its end.
  Stretch =
    Value.of(:status, :from, :to) do
      def minutes = to - from
      def rest? = RESTING.include?(status)
      def driving? = status == "driving"
      def on_duty? = ON_DUTY.include?(status)
    end
end
