# frozen_string_literal: true

# What is asked of a driver by a link to one question.
module Reads::Tracking::Ask
  # company - its name; driver, trip, ask - rows; stops - rows in order
  Value =
    Core::Value.of(:company, :driver, :trip, :ask, :stops) do
      # The stop that is before the truck; after the last one, that.
      def next_stop = stops.find { |row| row[:worked_at].nil? && row[:left_at].nil? } || stops.last
    end

  # The row of a question that its link's token opens. Raises Store::NotFound when there is none, or no more.
  def self.row(token, now) =
    Store::Tracking.ask_by(token, now) || raise(Store::NotFound.new("question", token))

  # ask - row of asks
  def self.of(ask) =
    Value.new(
      company: Store::Company.row[:name],
      driver: DB[:drivers].first(id: ask[:driver_id]),
      trip: DB[:trips].first(id: ask[:trip_id]),
      ask:,
      stops: Store::Freight.trip_stops(ask[:trip_id]).all
    )
end
