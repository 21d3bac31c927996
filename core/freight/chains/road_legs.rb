# frozen_string_literal: true

# Legs over a network of roads: each is the best way by time for the usual vehicle, as `roads route` gives it.
class Core::Freight::Chains::RoadLegs
  Leg = Core::Freight::Chains::Leg
  # What a way may be shorter than the great circle between the towns that it joins, by the rounding of its parts.
  SLACK_TENTHS = 20

  def initialize(network, gazetteer, avoid)
    @network = network
    @gazetteer = gazetteer
    @snap = Core::Roads::Snap.new(network)
    @avoid = avoid
    @stops = []
    @indexes = {}
    @legs = {}
  end

  # stop - as in `roads route`; path - where it stands. Raises Refused `unknown_place`, `ambiguous_place`,
  # `off_network`.
  def place(stop, path)
    @indexes[stop] ||= begin
      asked = stop.is_a?(Hash) ? stop.transform_keys(&:to_sym) : stop
      located = @gazetteer.locate(asked, path)
      @snap.call(located, path)
      @stops << [asked, located]
      @stops.length - 1
    end
  end

  def places = @stops.length

  # A Leg that may be driven, or nil.
  def leg(from, to) = @legs.fetch([from, to]) { |key| @legs[key] = routed(from, to, @avoid) }
  # Tenths of a mile, whatever is avoided; nil where there is no way.
  def tenths(from, to) = (@avoid.empty? ? leg(from, to) : routed(from, to, []))&.tenths

  def empty_legs(goals, limit)
    all = (0...places).select { |place| goals[place] }
    ->(from) do
      all.filter_map do |to|
        next if limit && straight_tenths(from, to) > limit + SLACK_TENTHS

        leg = leg(from, to)
        [to, leg] if leg && (limit.nil? || leg.tenths <= limit)
      end
    end
  end

  private

  def straight_tenths(from, to)
    Core::Roads.great_circle_miles(@stops[from].last.point, @stops[to].last.point) * 10
  end

  def routed(from, to, avoid)
    request =
      Core::Roads::Request.new(
        stops: [@stops[from].first, @stops[to].first],
        via: [],
        prefer: :time,
        vehicle: Core::Roads::Vehicle::USUAL,
        avoid_states: avoid,
        avoid_roads: [],
        avoid_tolls: false
      )
    route = Core::Roads.route(@network, @gazetteer, request)
    Leg.new(tenths: route.tenths, minutes: route.minutes, toll_cents: route.toll_cents)
  rescue Core::Refused => e
    # The places are known: what is left to refuse is that no way leads there, and that is an answer here.
    raise unless e.code == "no_route"
  end
end
