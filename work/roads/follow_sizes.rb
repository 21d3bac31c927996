# frozen_string_literal: true

# The trips of a move go the way that is found for its size, with the points they were bent through: miles,
# hours and map are
# of one way.
module Work::Roads::FollowSizes
  def self.call(load_ids)
    trips = load_ids.flat_map { |load_id| Store::Freight.live_trips(load_id) }.uniq { |trip| trip[:id] }
    trips.each { |trip| follow(trip) unless trip[:status] == "delivered" }
  end

  def self.follow(trip)
    trip = Store::Freight::Trips.lock(trip[:id])
    stops = Store::Freight.trip_stops(trip[:id]).all
    load_ids = stops.filter_map { |stop| stop[:load_id] }.uniq
    sizes = Store::Permits.sizes_of(load_ids)
    hazmat = Store::Freight::FreightLines.hazardous?(load_ids)
    loaded = Core::Freight.loaded_legs(stops.map { |stop| stop[:kind] })
    changed =
      stops
        .each_cons(2)
        .zip(loaded)
        .count { |(from, to), full| full && leg(trip[:id], from, to, sizes, hazmat) }
    return if changed.zero?

    loaded_miles, = Work::Freight::TripMiles.between_stops(trip[:id])
    Store::Freight::Trips.change(trip, loaded_miles:)
  end

  # Returns whether it is another way than before.
  def self.leg(trip_id, from, to, sizes, hazmat)
    via = Store::Roads::Leg.spots(to[:via])
    leg = Store::Roads::Leg.new(from, to, via:, hazmat:, sizes:)
    return false if leg.miles == to[:miles] && leg.minutes == to[:minutes]

    Store::Freight::TripStops.where(trip_id:, stop_id: to[:stop_id]).update(leg.trip_stop_columns)
    true
  end
  private_class_method :follow, :leg
end
