# frozen_string_literal: true

# Answers one Request: places on the network, the best way between each two, and what it avoids.
class Core::Roads::Router
  def initialize(network, gazetteer, request)
    @network = network
    @gazetteer = gazetteer
    @request = request
    @snap = Core::Roads::Snap.new(network)
    @barred = network.restrictions.select { |restriction| restriction.bars?(request.vehicle) }
    @chosen = chosen_away
    @blocked = @chosen.merge(@barred.to_h { |restriction| [restriction.edge, true] })
    @search = Core::Roads::Search.new(network, request.prefer, @blocked)
    @free_search = Core::Roads::Search.new(network, request.prefer, @chosen)
  end

  def route
    stops = places(@request.stops, "stops")
    vias = places(@request.via, "via")
    Core::Roads::Route.new(
      parts: share_out(stops, vias).map { |points| part(points) },
      vehicle: @request.vehicle,
      prefer: @request.prefer
    )
  end

  private

  # Edges that the asker does not want, whatever the vehicle.
  def chosen_away
    states = @request.avoid_states.to_set
    roads = @request.avoid_roads.to_set
    return {} if states.empty? && roads.empty? && !@request.avoid_tolls

    @network
      .edges
      .select do |edge|
        states.include?(edge.state) || edge.roads.any? { |road| roads.include?(road) } ||
          (@request.avoid_tolls && edge.toll_cents.positive?)
      end
      .to_h { |edge| [edge.index, true] }
  end

  def places(list, name)
    list.each_with_index.map do |stop, i|
      place = @gazetteer.locate(stop, "/#{name}/#{i}")
      if @request.avoid_states.include?(place.state)
        raise Core::Refused.new(
                "no_route",
                "#{place.name} is in #{place.state}, which is to be avoided.",
                path: "/#{name}/#{i}"
              )
      end

      @snap.call(place, "/#{name}/#{i}")
    end
  end

  # The stops in order with the vias between them where they lengthen the journey least: a list of points for
  # each part.
  def share_out(stops, vias)
    return stops.each_cons(2).to_a if vias.empty?
    return [[stops.first, *vias, stops.last]] if stops.length == 2

    best =
      (0..vias.length)
        .to_a
        .repeated_combination(stops.length - 2)
        .min_by do |cuts|
          lists(stops, vias, cuts).sum { |points| points.each_cons(2).sum { |a, b| cost(a, b) } }
        end
    lists(stops, vias, best)
  end

  # cuts - after how many vias each stop between the first and the last is made
  def lists(stops, vias, cuts)
    edges = [0, *cuts, vias.length]
    stops.each_cons(2).with_index.map { |(from, to), i| [from, *vias[edges[i]...edges[i + 1]], to] }
  end

  def cost(from, to)
    @costs ||= {}
    @costs[[from, to]] ||= Core::Roads::Way.new(
      @network,
      @search,
      @request.prefer,
      from,
      to,
      @blocked
    ).cost || (1 << 50)
  end

  # The way for a vehicle without measures comes first: mostly nothing on it bars this one, and it is the
  # answer.
  def part(points)
    free = free_pieces(points)
    barring = free && barring(free)
    pieces = free && barring.empty? ? free : points.each_cons(2).flat_map { |from, to| way(from, to).pieces }
    minutes = minutes(pieces)
    Core::Roads::Part.new(
      from: points.first.place.name,
      to: points.last.place.name,
      pieces:,
      legs: Core::Roads::Legs.of(pieces),
      tenths: pieces.sum(&:tenths),
      minutes:,
      restrictions: [*(barring || []).map { |restriction| met(restriction, true) }, *left_to_obey(pieces)],
      free: free && barring.any? ? [free.sum(&:tenths), minutes(free)] : nil
    )
  end

  def minutes(pieces) = (pieces.sum(&:seconds) / 60.0).round

  def way(from, to)
    way = Core::Roads::Way.new(@network, @search, @request.prefer, from, to, @blocked)
    way.found? ? way : Core::Roads::NoWay.new(@network, @request, @barred, @chosen).explain(from, to)
  end

  def free_pieces(points)
    ways =
      points
        .each_cons(2)
        .map { |from, to| Core::Roads::Way.new(@network, @free_search, @request.prefer, from, to, @chosen) }
    ways.flat_map(&:pieces) if ways.all?(&:found?)
  end

  def barring(pieces)
    on_way = pieces.filter_map(&:edge).to_set
    @barred.select { |restriction| on_way.include?(restriction.edge) }
  end

  def left_to_obey(pieces) =
    pieces
      .filter_map(&:edge)
      .uniq
      .flat_map { |edge| @network.restrictions_on(edge) }
      .map { |restriction| met(restriction, false) }

  def met(restriction, avoided)
    Core::Roads::Met.new(restriction:, needed: @request.vehicle.needs(restriction.kind), avoided:)
  end
end
