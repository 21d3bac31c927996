# frozen_string_literal: true

# The way of a trip through all its stops, from where the truck is empty, as its legs are kept.
module Reads::Roads::TripWay
  # number - of the trip; ways - Core::Roads::Route of each leg that goes by road
  Value =
    Core::Value.of(:number, :ways) do
      # All of them as one, nil where nothing goes by road.
      def journey
        return if ways.empty?

        Core::Roads::Route.new(parts: ways.flat_map(&:parts), vehicle: ways.first.vehicle, prefer: :time)
      end
    end

  # Raises Store::NotFound.
  def self.of(trip_id)
    trip = Store::Freight::Trips.row(trip_id) or raise Store::NotFound.new("trip", trip_id)
    stops = Store::Freight.trip_stops(trip_id).all
    from = empty(trip)
    loaded = [*from.map { false }, *Core::Freight.loaded_legs(stops.map { |stop| stop[:kind] })]
    Value.new(number: trip[:number], ways: ways([*from, *stops], loaded, load_ids(stops)))
  end

  def self.empty(trip)
    return [] if trip[:empty_latitude].nil?

    town, state = trip[:empty_from].split(", ")
    [{ town:, state:, latitude: trip[:empty_latitude], longitude: trip[:empty_longitude] }]
  end

  def self.load_ids(stops) = stops.filter_map { |stop| stop[:load_id] }.uniq

  # loaded - of each leg, whether freight is aboard: then it goes by its permit file's sizes
  def self.ways(rows, loaded, load_ids)
    hazmat = load_ids.any? { |id| Store::Freight::FreightLines.hazardous?(id) }
    sizes = Store::Permits.sizes_of(load_ids)
    rows
      .each_cons(2)
      .zip(loaded)
      .filter_map do |(from, to), full|
        via = Store::Roads::Leg.spots(to[:via])
        Store::Roads::Leg.new(from, to, via:, hazmat:, sizes: full ? sizes : {}).route
      end
  end
  private_class_method :empty, :load_ids, :ways
end
