# frozen_string_literal: true

# What was done on a trip, what was told and which papers came of it.
module Reads::Tracking::TripReport
  # trip - row; stops, drivers, units, loads, check_ins (without looks and papers), activities, papers - rows in
  # order
  Value = Core::Value.of(:trip, :stops, :drivers, :units, :loads, :check_ins, :activities, :papers)

  # Raises Store::NotFound.
  def self.of(trip_id)
    trip = DB[:trips].first(id: trip_id) or raise Store::NotFound.new("trip", trip_id)
    Value.new(
      trip:,
      stops: Store::Freight.trip_stops(trip_id).all,
      drivers: Store::Freight.trip_drivers(trip_id).all,
      units: Store::Freight.trip_units(trip_id).all,
      loads: Store::Freight.trip_loads(trip_id).all,
      check_ins:
        Store::Freight
          .check_ins([trip_id])
          .exclude(kind: %w[seen paper])
          .order(:done_at, Sequel[:check_ins][:id])
          .all,
      activities: DB[:activities].where(trip_id:, dropped_at: nil).order(:from_at).all,
      papers: DB[:papers].where(trip_id:).order(:id).all
    )
  end
end
