# frozen_string_literal: true

# The best way between two snapped places, as pieces in order of travel.
class Core::Roads::Way
  Piece = Core::Roads::Piece

  def initialize(network, search, metric, from, to, blocked)
    @network = network
    @metric = metric
    @from = from
    @to = to
    @starts = entries(from, blocked)
    @goals = entries(to, blocked)
    @found = search.way(costs(@starts), costs(@goals)) if @starts.any? && @goals.any?
    @along = along_one_edge
  end

  def found? = !cost.nil?
  def cost = [@found&.first, @along&.first].compact.min

  def pieces
    return [] if @from.place == @to.place
    return @along.last if @along && (@found.nil? || @along.first <= @found.first)

    _, edges, start, goal = @found
    [
      *access(@starts, start, @from),
      *driven(edges, start),
      *access(@goals, goal, @to).map { |piece| turned(piece) }.reverse
    ]
  end

  private

  def entries(snapped, blocked) = snapped.entries.reject { |entry| entry.edge && blocked[entry.edge.index] }

  def costs(entries) =
    entries.group_by(&:node).transform_values { |list| list.map { |entry| entry.cost(@metric) }.min }

  # Both places lie on one edge: the way between them need not pass its ends.
  def along_one_edge
    @starts
      .product(@goals)
      .filter_map do |start, goal|
        unless start.edge && start.edge == goal.edge && start.node == start.edge.from &&
                 goal.node == goal.edge.from
          next
        end

        part = (start.share - goal.share).abs
        tenths = (start.edge.miles_tenths * part).round
        seconds = (start.edge.seconds * part).round
        pieces = [
          *local(start, @from),
          piece(
            start.edge,
            spot_name(start, @from),
            spot_name(goal, @to),
            tenths,
            seconds,
            part,
            [start.spot, goal.spot]
          ),
          *local(goal, @to).map { |one| turned(one) }
        ]
        [
          (
            if @metric == :time
              seconds + start.local_seconds + goal.local_seconds
            else
              tenths + start.local_tenths + goal.local_tenths
            end
          ),
          pieces
        ]
      end
      .min_by(&:first)
  end

  # From a place to the node where the search began.
  def access(entries, node, snapped)
    entry =
      entries.select { |candidate| candidate.node == node }.min_by { |candidate| candidate.cost(@metric) }
    return [] if entry.edge.nil?

    along =
      piece(
        entry.edge,
        spot_name(entry, snapped),
        @network.nodes[node].name,
        entry.edge_tenths,
        entry.edge_seconds,
        entry.part,
        [entry.spot, @network.nodes[node].point]
      )
    [*local(entry, snapped), *(along if entry.edge_tenths.positive?)]
  end

  def local(entry, snapped)
    return [] if entry.local_tenths.zero?

    [
      Piece.new(
        road: "local",
        state: snapped.place.state,
        from: snapped.place.name,
        to: spot_name(entry, snapped),
        tenths: entry.local_tenths,
        seconds: entry.local_seconds,
        toll_cents: 0,
        points: [snapped.place.point, entry.spot],
        edge: nil,
        road_class: "local"
      )
    ]
  end

  # What the spot is called where local streets meet the road.
  def spot_name(entry, snapped)
    return snapped.place.name if entry.local_tenths.zero?
    return @network.nodes[entry.edge.from].name if entry.share < 0.001
    return @network.nodes[entry.edge.to].name if entry.share > 0.999

    "#{entry.edge.roads.first} near #{snapped.place.name}"
  end

  def driven(edges, start)
    at = start
    edges.map do |index|
      edge = @network.edges[index]
      from = at
      at = edge.other(at)
      piece(
        edge,
        @network.nodes[from].name,
        @network.nodes[at].name,
        edge.miles_tenths,
        edge.seconds,
        1.0,
        [from, at].map { |node| @network.nodes[node].point }
      )
    end
  end

  def piece(edge, from, to, tenths, seconds, part, points)
    Piece.new(
      road: edge.road,
      state: edge.state,
      from:,
      to:,
      tenths:,
      seconds:,
      toll_cents: (edge.toll_cents * part).round,
      points:,
      edge: edge.index,
      road_class: edge.road_class
    )
  end

  def turned(piece) = piece.with(from: piece.to, to: piece.from, points: piece.points.reverse)
end
