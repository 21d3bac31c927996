# frozen_string_literal: true

# The route of a load, found again as its trip keeps it: from where the truck is empty, stop by stop, through
# the points it was bent.
class Reads::Roads::Route
  # load - row; trip - row or nil; parts - Array of Part; journey - Core::Roads::Route of all parts that go by
  # road, nil without any; restrictions - Array of Met; turns - Core::Roads' turns; truck - Truck or nil;
  # positions - Array of Heard, in order of time
  Value = Core::Value.of(:load, :trip, :parts, :journey, :restrictions, :turns, :truck, :positions)
  # One leg of the trip: rows from and to, its kind, the way it goes.
  Part = Core::Value.of(:kind, :stop, :from, :to, :via, :leg, :direct_miles)
  # A restriction that the route meets, with the spot in the middle of its edge.
  Met = Core::Value.of(:met, :latitude, :longitude)
  # Where a truck was heard of; stop - row, nil where it set out
  Heard = Core::Value.of(:kind, :stop, :latitude, :longitude, :at)
  # The last of them; left - Core::Roads' progress, nil without a route
  Truck = Core::Value.of(:heard, :left)
  ON_A_MAP = %w[arrived left delivered].freeze
  MOVING = %w[on_my_way arrived loaded left delivered].freeze

  # Raises Store::NotFound.
  def self.of(load_id) = new(load_id).read

  def initialize(load_id)
    @load = Store::Freight.load(load_id) or raise Store::NotFound.new("load", load_id)
    @trip = Store::Freight.live_trip(load_id)
    @stops = stops
    @trip_stops = @trip ? Store::Freight.trip_stops(@trip[:id]).to_hash(:stop_id) : {}
    load_ids = @stops.filter_map { |stop| stop[:load_id] }.uniq
    @hazmat = Store::Freight::FreightLines.hazardous?(load_ids)
    @sizes = Store::Permits.sizes_of(load_ids)
    @heard = @trip ? Store::Freight.check_ins(@trip[:id]).where(kind: MOVING).all : []
  end

  def read =
    Value.new(
      load: @load,
      trip: @trip,
      parts:,
      journey:,
      restrictions: restrictions.freeze,
      turns: journey ? Core::Roads.turns(journey) : [],
      truck:,
      positions:
    )

  private

  # The way is the trip's, with the stops of all that is aboard; where several crews have the load one after the
  # other, or nobody has, from stop to stop of the load.
  def stops
    return Store::Freight.stops(@load[:id]) unless Store::Freight.live_trips(@load[:id]).one?

    Store::Freight::TripStops.stops_of(@trip[:id]).all
  end

  def parts
    @parts ||= [
      *deadhead,
      *@stops
        .each_cons(2)
        .zip(Core::Freight.loaded_legs(@stops.map { |stop| stop[:kind] }))
        .map { |(from, to), full| part(from, to, full) }
    ].freeze
  end

  def deadhead
    return if @trip.nil? || @trip[:empty_latitude].nil? || @stops.empty?

    town, state = @trip[:empty_from].split(", ")
    from = { town:, state:, latitude: @trip[:empty_latitude], longitude: @trip[:empty_longitude] }
    Part.new(
      kind: "deadhead",
      stop: @stops.first,
      from: @trip[:empty_from],
      to: town(@stops.first),
      via: via(@stops.first),
      leg: Store::Roads::Leg.new(from, @stops.first, via: via(@stops.first)),
      direct_miles: nil
    )
  end

  def part(from, to, full)
    Part.new(
      kind: full ? "loaded" : "deadhead",
      stop: to,
      from: town(from),
      to: town(to),
      via: via(to),
      leg: Store::Roads::Leg.new(from, to, via: via(to), hazmat: full && @hazmat, sizes: full ? @sizes : {}),
      direct_miles: @trip_stops.dig(to[:id], :direct_miles)
    )
  end

  # As the trip keeps it; where none does, the load.
  def via(stop) = Store::Roads::Leg.spots(@trip_stops.fetch(stop[:id], stop)[:via])
  def town(stop) = "#{stop[:town]}, #{stop[:state]}"

  # All parts that go by road, as one journey.
  def journey
    @journey ||=
      begin
        found = parts.filter_map { |part| part.leg.route }
        if found.any?
          Core::Roads::Route.new(parts: found.flat_map(&:parts), vehicle: found.first.vehicle, prefer: :time)
        end
      end
  end

  def restrictions
    return [] if journey.nil?

    network = Store::Roads::Leg.network
    journey.restrictions.map do |met|
      edge = network.edges[met.restriction.edge]
      ends = [edge.from, edge.to].map { |node| network.nodes[node].point }
      Met.new(met:, latitude: ends.sum(&:latitude) / 2, longitude: ends.sum(&:longitude) / 2)
    end
  end

  def positions =
    @heard
      .select { |row| ON_A_MAP.include?(row[:kind]) }
      .sort_by { |row| [row[:done_at], row[:id]] }
      .filter_map { |row| stop_of(row)&.then { |stop| heard(row, stop, stop) } }
      .freeze

  # Where the truck was last heard of: at the stop of its last check-in; before the first, where it set out.
  def truck
    return if @trip.nil? || !%w[rolling delivered].include?(@trip[:status])

    last = @heard.last or return
    stop = last[:kind] == "on_my_way" ? nil : stop_of(last)
    spot = stop || { latitude: @trip[:empty_latitude], longitude: @trip[:empty_longitude] }
    return if spot[:latitude].nil?

    point = Core::Roads::Point.new(latitude: spot[:latitude], longitude: spot[:longitude])
    Truck.new(heard: heard(last, stop, spot), left: journey && Core::Roads.progress(journey, point))
  end

  def heard(row, stop, spot) =
    Heard.new(kind: row[:kind], stop:, at: row[:done_at], **spot.slice(:latitude, :longitude))
  def stop_of(row) = @stops.find { |one| one[:id] == row[:stop_id] }
end
