# frozen_string_literal: true

# The miles of a trip as its stops keep them.
module Work::Freight::TripMiles
  # Loaded and empty miles between the stops of a trip, without the way to the first one.
  def self.between_stops(trip_id)
    stops = Store::Freight.trip_stops(trip_id).all
    stops
      .drop(1)
      .zip(Core::Freight.loaded_legs(stops.map { |stop| stop[:kind] }))
      .partition(&:last)
      .map { |legs| legs.sum(0.to_d) { |stop, _| stop[:miles] } }
  end
end
