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
    Value.new(number: trip[:number], ways: ways([*empty(trip), *stops], hazmat?(stops)))
  end

  def self.empty(trip)
    return [] if trip[:empty_latitude].nil?

    town, state = trip[:empty_from].split(", ")
    [{ town:, state:, latitude: trip[:empty_latitude], longitude: trip[:empty_longitude] }]
  end

  def self.hazmat?(stops) =
    stops.filter_map { |stop| stop[:load_id] }.uniq.any? { |id| Store::Freight::FreightLines.hazardous?(id) }

  def self.ways(rows, hazmat) =
    rows
      .each_cons(2)
      .filter_map do |from, to|
        via = to[:via].to_a.map { |spot| spot.to_h.transform_keys(&:to_sym) }
        Store::Roads::Leg.new(from, to, via:, hazmat:).route
      end
  private_class_method :empty, :hazmat?, :ways
end
