# frozen_string_literal: true

# The quickest ways between one place and many, by a single search: miles and minutes, without the road by
# road.
#
# Places get on and off the network as in Snap. A way counts the same in both directions: no road of the
# network is one-way.
class Core::Roads::Fan
  # tenths, minutes - of the quickest way; nil where there is none
  Reach = Core::Value.of(:tenths, :minutes)

  def initialize(network, place, vehicle)
    @network = network
    @snap = Core::Roads::Snap.new(network)
    blocked =
      network
        .restrictions
        .select { |restriction| restriction.bars?(vehicle) }
        .to_h { |restriction| [restriction.edge, true] }
    @blocked = blocked
    @place = place
    @entries = entries(place)
    search = Core::Roads::Search.new(network, :time, blocked)
    starts = @entries.group_by(&:node).transform_values { |list| list.min_by { |entry| entry.cost(:time) } }
    @seconds, @tenths =
      search.all_with_miles(
        starts.transform_values { |entry| entry.cost(:time) },
        starts.transform_values { |entry| entry.cost(:distance) }
      )
  end

  # Returns Reach, or nil.
  def to(place)
    return Reach.new(tenths: 0, minutes: 0) if place.point == @place.point

    goals = entries(place)
    seconds, tenths = [*by_nodes(goals), *along_one_edge(goals)].min_by(&:first)
    seconds && Reach.new(tenths:, minutes: (seconds / 60.0).round)
  end

  private

  def by_nodes(goals) =
    goals.filter_map do |goal|
      @seconds[goal.node] &&
        [@seconds[goal.node] + goal.cost(:time), @tenths[goal.node] + goal.cost(:distance)]
    end

  # Both lie on one edge: the way between them need not pass its ends.
  def along_one_edge(goals)
    @entries
      .product(goals)
      .filter_map do |start, goal|
        unless start.edge && start.edge == goal.edge && [start, goal].all? { |one| one.node == one.edge.from }
          next
        end

        part = (start.share - goal.share).abs
        [
          (start.edge.seconds * part).round + start.local_seconds + goal.local_seconds,
          (start.edge.miles_tenths * part).round + start.local_tenths + goal.local_tenths
        ]
      end
  end

  def entries(place)
    @snap.call(place, "").entries.reject { |entry| entry.edge && @blocked[entry.edge.index] }
  rescue Core::Refused
    []
  end
end
