# frozen_string_literal: true

# Puts a place on the network: at its own node if it is a town of that name, else by local streets to the
# roads near it.
class Core::Roads::Snap
  LIMIT_MILES = 60
  # Local streets are this much longer than the straight line, and this fast for a truck (common practice).
  BEND = 1.2
  LOCAL_MPH = 30
  # Nearer than this a place is on the road.
  ON_ROAD_MILES = 0.05
  # The town of a node and the town of a name this far apart are two.
  SAME_TOWN_MILES = 20
  CHOICES = 4

  # A place with the ways onto the network: each an Entry.
  Snapped = Core::Value.of(:place, :entries)
  # One way on: local streets to a spot of an edge, then along it to one of its ends. `edge` is nil where the
  # place is the node.
  Entry =
    Core::Value.of(:node, :local_tenths, :edge, :share, :spot) do
      def local_seconds = local_tenths * 360 / LOCAL_MPH

      def part
        if edge
          node == edge.from ? share : 1 - share
        else
          0.0
        end
      end

      def edge_tenths = edge ? (edge.miles_tenths * part).round : 0
      def edge_seconds = edge ? (edge.seconds * part).round : 0
      def cost(metric) = metric == :time ? local_seconds + edge_seconds : local_tenths + edge_tenths
    end

  def initialize(network)
    @network = network
  end

  # Raises Refused `off_network`.
  def call(place, path)
    node = town_node(place) and
      return(
        Snapped.new(
          place:,
          entries: [Entry.new(node:, local_tenths: 0, edge: nil, share: 0.0, spot: place.point)]
        )
      )

    near = @network.grid.near(place.point, LIMIT_MILES)
    off_network(place, path) if near.empty?
    Snapped.new(
      place:,
      entries:
        near
          .take_while { |found| found.miles <= (near.first.miles * 1.6) + 3 }
          .first(CHOICES)
          .flat_map { |found| entries(found) }
    )
  end

  private

  def town_node(place)
    node = place.town && @network.town_node(place.name)
    node if node && Core::Roads.great_circle_miles(@network.nodes[node].point, place.point) < SAME_TOWN_MILES
  end

  def entries(found)
    local_tenths = found.miles < ON_ROAD_MILES ? 0 : (found.miles * BEND * 10).ceil
    [found.edge.from, found.edge.to].map do |node|
      Entry.new(node:, local_tenths:, edge: found.edge, share: found.share, spot: found.point)
    end
  end

  def off_network(place, path)
    nearest = @network.nodes.min_by { |node| Core::Roads.great_circle_miles(node.point, place.point) }
    miles = Core::Roads.great_circle_miles(nearest.point, place.point).round
    raise Core::Refused.new(
            "off_network",
            "#{place.name} is off the network: the nearest place on it, #{nearest.name}, is #{miles} " \
              "miles away.",
            path:
          )
  end
end
