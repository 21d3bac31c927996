# frozen_string_literal: true

# What was said of being late.
Store::Tracking::LateAlerts =
  Store::Table.of(:late_alerts) do
    # The most that was said of each stop of a trip, in minutes, by stop.
    def worst_of(trip_id) =
      where(trip_id:).group(:stop_id).select_hash(
        :stop_id,
        Sequel.function(:max, :late_minutes).as(:late_minutes)
      )
  end
