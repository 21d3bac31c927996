# frozen_string_literal: true

# The way of a load, found again as its trip keeps it: from where the truck is empty, stop by stop, through
# the points it was bent.
class Web::Roads::Way
  # One leg of the trip: rows from and to, its kind, the way it goes.
  Part = Value.of(:kind, :stop, :from, :to, :via, :leg, :direct_miles)

  def initialize(load_id)
    @load = Store::Freight.load(load_id) or raise Store::NotFound.new("load", load_id)
    @stops = Store::Freight.stops(load_id)
    @trip = Store::Freight.live_trip(load_id)
    @trip_stops = @trip ? Store::Freight.trip_stops(@trip[:id]).to_hash(:stop_id) : {}
    @hazmat = Store::Freight.parts(:freight_lines, load_id).any? { |line| !line[:hazmat_class].to_s.empty? }
  end

  def number = @load[:number]

  def to_h
    {
      trip_id: @trip&.fetch(:id),
      trip_version: @trip&.fetch(:version),
      parts: parts.map { |part| part(part) },
      restrictions:,
      turns: route ? Core::Roads.turns(route) : [],
      truck:,
      positions:
    }
  end

  def geojson = route ? Core::Roads.geojson(route) : { type: "FeatureCollection", features: [] }
  def gpx =
    Core::Roads.gpx(
      route || Core::Roads::Route.new(parts: [], vehicle: Core::Roads::Vehicle::USUAL, prefer: :time),
      number
    )

  private

  def parts = @parts ||= [*deadhead, *@stops.each_cons(2).map { |from, to| loaded(from, to) }]

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
      leg: Work::Roads::Leg.new(from, @stops.first, via: via(@stops.first)),
      direct_miles: nil
    )
  end

  def loaded(from, to)
    Part.new(
      kind: "loaded",
      stop: to,
      from: town(from),
      to: town(to),
      via: via(to),
      leg: Work::Roads::Leg.new(from, to, via: via(to), hazmat: @hazmat),
      direct_miles: @trip_stops.dig(to[:id], :direct_miles)
    )
  end

  def via(stop) =
    (@trip_stops.dig(stop[:id], :via) || []).to_a.map { |spot| spot.to_h.transform_keys(&:to_sym) }
  def town(stop) = "#{stop[:town]}, #{stop[:state]}"

  # All parts that go by road, as one journey.
  def route
    @route ||=
      begin
        found = parts.filter_map { |part| part.leg.route }
        if found.any?
          Core::Roads::Route.new(parts: found.flat_map(&:parts), vehicle: found.first.vehicle, prefer: :time)
        end
      end
  end

  def part(part)
    way = part.leg.route
    {
      kind: part.kind,
      stop_id: part.stop[:id],
      from: part.from,
      to: part.to,
      miles: Web::Figures.miles(part.leg.miles),
      direct_miles: Web::Figures.miles(part.direct_miles),
      minutes: part.leg.minutes,
      tolls: Web::Figures.money(part.leg.tolls),
      estimated: part.leg.estimated?,
      via: part.via,
      legs: way ? way.legs.map { |leg| Core::Roads.leg(leg) } : [],
      line: way ? way.line : []
    }
  end

  # With the spot of each, in the middle of its edge.
  def restrictions
    return [] if route.nil?

    route.restrictions.map do |met|
      edge = Work::Roads::Leg.network.edges[met.restriction.edge]
      ends = [edge.from, edge.to].map { |node| Work::Roads::Leg.network.nodes[node].point }
      {
        **met.to_h,
        said: met.restriction.said,
        latitude: ends.sum(&:latitude) / 2,
        longitude: ends.sum(&:longitude) / 2
      }
    end
  end

  # Where the truck has been heard of, in order of time.
  def positions
    return [] if @trip.nil?

    Store::Freight
      .check_ins(@trip[:id])
      .where(kind: %w[arrived left delivered])
      .order(:done_at, Sequel[:check_ins][:id])
      .all
      .filter_map do |check_in|
        stop = @stops.find { |one| one[:id] == check_in[:stop_id] } or next
        {
          latitude: stop[:latitude],
          longitude: stop[:longitude],
          at: check_in[:done_at].iso8601,
          said: "#{check_in[:kind]} #{town(stop)}"
        }
      end
  end

  # Where the truck was last heard of: at the stop of its last check-in; before the first, where it set out.
  def truck
    return if @trip.nil? || !%w[rolling delivered].include?(@trip[:state])

    last =
      Store::Freight
        .check_ins(@trip[:id])
        .where(kind: %w[on_my_way arrived loaded left delivered])
        .all
        .last or return
    stop = last[:kind] == "on_my_way" ? nil : @stops.find { |one| one[:id] == last[:stop_id] }
    spot = stop || { latitude: @trip[:empty_latitude], longitude: @trip[:empty_longitude] }
    return if spot[:latitude].nil?

    progress =
      route &&
        Core::Roads.progress(
          route,
          Core::Roads::Point.new(latitude: spot[:latitude], longitude: spot[:longitude])
        )
    {
      latitude: spot[:latitude],
      longitude: spot[:longitude],
      at: last[:done_at].iso8601,
      said: "#{last[:kind].tr("_", " ")}#{", #{town(stop)}" if stop}",
      left_miles: progress && Core::Roads.miles(progress.left_tenths),
      left_minutes: progress&.minutes_left,
      left_by_class: progress&.minutes_by_class || {}
    }
  end
end
