# frozen_string_literal: true

# Ways for a truck over a network of roads: how far, how long, through which states, and what it may not pass.
module Core::Roads
  EARTH_RADIUS_MILES = 3_958.8

  Point = Value.of(:latitude, :longitude)

  # Miles on the great circle between two Points. Source: the haversine formula.
  def self.great_circle_miles(from, to)
    lat1, lat2 = [from, to].map { |point| radians(point.latitude) }
    half =
      (Math.sin((lat2 - lat1) / 2)**2) +
        (Math.cos(lat1) * Math.cos(lat2) * (Math.sin(radians(to.longitude - from.longitude) / 2)**2))
    2 * EARTH_RADIUS_MILES * Math.asin(Math.sqrt([half, 1.0].min))
  end

  # The spot of a straight stretch that is nearest to a point: how far along it lies, 0 to 1, and where.
  def self.nearest_on(from, to, point)
    narrowing = Math.cos(point.latitude * Math::PI / 180)
    dx = (to.longitude - from.longitude) * narrowing
    dy = to.latitude - from.latitude
    length = (dx * dx) + (dy * dy)
    share =
      (
        if length.zero?
          0.0
        else
          (
            (
              ((point.longitude - from.longitude) * narrowing * dx) + ((point.latitude - from.latitude) * dy)
            ) / length
          ).clamp(0.0, 1.0)
        end
      )
    [
      share,
      Point.new(
        latitude: from.latitude + (share * dy),
        longitude: from.longitude + (share * (to.longitude - from.longitude))
      )
    ]
  end

  # A network ready to be searched.
  #
  # nodes        - Array of { id:, name:, state:, latitude:, longitude: }
  # edges - Array of { from:, to:, roads: [String], state:, miles_tenths: Integer, road_class:, mph:,
  #                toll_cents: }
  # restrictions - Array of { road:, from:, to:, kind:, limit:, near:, known_by: }
  # landmarks    - how many nodes distances are known from beforehand: 0 is ready at once, 16 answers sooner
  def self.network(nodes:, edges:, restrictions:, landmarks: 0) =
    Network.new(nodes, edges, restrictions, landmarks)

  # The names of places, and the outlines of the states.
  #
  # towns - Array of [town, state, latitude, longitude, people]; zips - Array of [zip, town, state, latitude,
  #          longitude]
  # states - Hash of state to rings, each an Array of [longitude, latitude]
  def self.gazetteer(towns:, zips:, states:) = Gazetteer.new(towns, zips, Outline.new(states))

  # A document as in the contract (contract/cli/roads_route.json), with what is left out filled in.
  def self.read(document)
    vehicle = Vehicle::USUAL.with(**(document["vehicle"] || {}).transform_keys(&:to_sym))
    place = ->(stop) { stop.is_a?(Hash) ? stop.transform_keys(&:to_sym) : stop }
    Request.new(
      stops: document.fetch("stops").map(&place),
      via: (document["via"] || []).map(&place),
      prefer: (document["prefer"] || "time").to_sym,
      vehicle:,
      avoid_states: document["avoid_states"] || [],
      avoid_roads: document["avoid_roads"] || [],
      avoid_tolls: document["avoid_tolls"] || false
    )
  end

  # The best way from stop to stop.
  #
  # request - Request (see .read)
  #
  # Returns Route. Raises Refused `unknown_place`, `ambiguous_place`, `off_network`, `no_route`, with the
  # stop's path.
  def self.route(network, gazetteer, request) = Router.new(network, gazetteer, request).route

  # The least miles, in tenths, from each place to each; nil where there is no way.
  #
  # points - Array of Point
  def self.table(network, points, vehicle: Vehicle::USUAL) = Table.new(network, points, vehicle).miles_tenths

  # Quickest ways between one place and many: ask it `to(place)`.
  #
  # place - Gazetteer::Place
  def self.fan(network, place, vehicle: Vehicle::USUAL) = Fan.new(network, place, vehicle)

  # A place to be asked about by where it lies, as a route is.
  def self.place(name, point) = Gazetteer::Place.new(name:, point:, state: nil, town: false)

  # The way in sentences: Array of { text:, miles:, latitude:, longitude: }.
  def self.turns(route) = Turns.of(route)

  # The way as GeoJSON (a Hash), and as a GPX document (a String).
  def self.geojson(route) = Export.geojson(route)
  def self.gpx(route, name) = Export.gpx(route, name)

  # What is left of a route for a truck at a position: see Progress.
  def self.progress(route, point) = Progress.new(route, point)

  SHORT = { "st" => "saint", "ste" => "sainte", "ft" => "fort", "mt" => "mount" }.freeze

  # A name as it is compared: St. George and saint george are one.
  def self.plain_name(name)
    plain = name.downcase.delete(".,'’").tr("-", " ")
    plain.match?(/\b(?:ste?|ft|mt)\b/) ? plain.gsub(/\b(?:ste?|ft|mt)\b/, SHORT) : plain
  end

  # Tenths of a mile as miles.
  def self.miles(tenths) = (tenths % 10).zero? ? tenths / 10 : tenths / 10.0

  def self.leg(leg) =
    {
      road: leg.road,
      state: leg.state,
      from: leg.from,
      to: leg.to,
      miles: miles(leg.tenths),
      minutes: leg.minutes,
      toll: Money.text(leg.toll_cents)
    }

  def self.part(part)
    detour = part.free && { miles: miles(part.tenths - part.free[0]), minutes: part.minutes - part.free[1] }
    { from: part.from, to: part.to, miles: miles(part.tenths), drive_minutes: part.minutes, detour: }
  end

  # 162 as "13 ft 6 in".
  def self.feet(inches)
    feet, rest = inches.divmod(12)
    rest.zero? ? "#{feet} ft" : "#{feet} ft #{rest} in"
  end

  def self.radians(degrees) = degrees * Math::PI / 180
  private_class_method :radians
end
