# frozen_string_literal: true

# The stops that a driver still has to make, with a time, soonest first.
module Reads::Freight::ComingStops
  COLUMNS = [
    Sequel[:stops][:id],
    :kind,
    :name,
    :address,
    :town,
    Sequel[:stops][:state],
    :zip,
    :from_at,
    :to_at,
    Sequel[:stops][:notes],
    Sequel[:loads][:number],
    Sequel[:trips][:number].as(:trip)
  ].freeze

  # Raises Store::NotFound.
  def self.of(driver_id)
    DB[:drivers].first(id: driver_id) or raise Store::NotFound.new("driver", driver_id)
    DB[:trip_drivers]
      .join(:trips, id: :trip_id)
      .join(:trip_stops, trip_id: Sequel[:trips][:id])
      .join(:stops, id: Sequel[:trip_stops][:stop_id])
      .join(:loads, id: Sequel[:stops][:load_id])
      .where(
        :driver_id => driver_id,
        :live => true,
        Sequel[:trips][:status] => %w[sent accepted rolling],
        :left_at => nil,
        :worked_at => nil
      )
      .exclude(from_at: nil)
      .order(:from_at)
      .select(*COLUMNS)
      .all
  end
end
