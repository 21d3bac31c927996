# frozen_string_literal: true

# The way for a load's size: by state, with what stands in the way of it; where no way is found the clerk's
# wish goes to the offices.
module Work::Permits::Route
  def self.write(file)
    found = found(Store::Freight.stops(file[:load_id]), file)
    Store::Permits::Files.at(file[:id]).update(
      **found.transform_values { |value| Sequel.pg_jsonb(value) },
      way: Store::Permits.way(file[:load_id])
    )
    Work::Roads::FollowSizes.call(Store::Permits.loads_of(file))
  end

  # Where there is no way the file says so, and the office's review finds one, by the clerk's wish.
  def self.found(stops, file)
    route = route(stops, file)
    { route: parts(route), obstacles: obstacles(route), sections: sections(route), detour: detour(route) }
  rescue Refused => e
    { route: straight(stops), obstacles: [{ "said" => e.message }], sections: [], detour: {} }
  end

  # Leg by leg, each through the points that it was bent through.
  def self.route(stops, file)
    vehicle =
      Core::Roads::Vehicle::USUAL.with(
        width_in: file[:width_in],
        height_in: file[:height_in],
        length_in: file[:length_in],
        gross_lb: file[:gross_lb]
      )
    ways =
      stops
        .each_cons(2)
        .map { |from, to| Store::Roads::Leg.way(from, to, Store::Roads::Leg.spots(to[:via]), vehicle) }
    Core::Roads::Route.new(parts: ways.flat_map(&:parts), vehicle:, prefer: :time)
  end

  # Entry and exit of each state by road, in order of travel.
  def self.parts(route)
    route.by_state.map do |state, tenths|
      legs = route.legs.select { |leg| leg.state == state }
      {
        state:,
        miles: Money.rate_text(BigDecimal(tenths) / 10, places: 1),
        from: legs.first&.from.to_s,
        to: legs.last&.to.to_s,
        turns: turns(legs)
      }
    end
  end

  # Road by road: how far, how long, and to where.
  def self.turns(legs)
    legs
      .chunk_while { |a, b| a.road == b.road }
      .map do |same|
        {
          road: same.first.road,
          to: same.last.to.to_s,
          miles: Money.rate_text(BigDecimal(same.sum(&:tenths)) / 10, places: 1),
          minutes: same.sum(&:minutes).round
        }
      end
  end

  # By leg of the load, in parts that ask the same at the same hours.
  def self.sections(route)
    rules = Store::Permits.rules
    route.parts.map { |part| Core::Permits::Sections.new(part, rules).all.map(&:to_h) }
  end

  # How much longer the nearest way that fits is than the one a vehicle without measures would take.
  def self.detour(route)
    around = route.parts.select(&:free)
    return clearances(route) if around.empty?

    {
      **clearances(route),
      miles: Money.rate_text(BigDecimal(around.sum { |part| part.tenths - part.free.first }) / 10, places: 1),
      minutes: around.sum { |part| part.minutes - part.free.last }
    }
  end

  # Of how many of its miles a clearance is on file at all: where none is, nobody here knows what hangs over
  # the road.
  def self.clearances(route)
    network = Store::Roads::Leg.network
    pieces = route.parts.flat_map(&:pieces)
    known =
      pieces.select do |piece|
        piece.edge && network.restrictions_on(piece.edge).any? { |bound| bound.kind == "height_in" }
      end
    tenths = ->(list) { Money.rate_text(BigDecimal(list.sum(&:tenths)) / 10, places: 1) }
    { clearance_miles: tenths.call(known), way_miles: tenths.call(pieces) }
  end

  # Without a way, the states of the stops at least.
  def self.straight(stops) =
    stops
      .map { |stop| stop[:state] }
      .uniq
      .map { |state| { state:, miles: "0.0", from: "", to: "", turns: [] } }

  # Each with its place, its limit, and by how much the load is beyond it.
  def self.obstacles(route)
    route.restrictions.map do |met|
      restriction = met.restriction
      {
        "road" => restriction.road,
        "state" => restriction.state,
        "near" => restriction.near,
        "said" => restriction.said,
        "beyond" => beyond(restriction, met.needed),
        "avoided" => met.avoided
      }
    end
  end

  def self.beyond(restriction, needed)
    return unless restriction.limit && needed.is_a?(Integer) && needed > restriction.limit

    over = needed - restriction.limit
    if restriction.kind == "gross_lb"
      "#{Core::Spoken.pounds(over)} too heavy"
    else
      "#{Core::Roads.feet(over)} too " \
        "#{{ "height_in" => "high", "width_in" => "wide", "length_in" => "long" }.fetch(restriction.kind)}"
    end
  end
  private_class_method :found,
                       :route,
                       :parts,
                       :turns,
                       :straight,
                       :obstacles,
                       :beyond,
                       :sections,
                       :detour,
                       :clearances
end
