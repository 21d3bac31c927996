# frozen_string_literal: true

# Shortest ways over a Network.
#
# Distances are whole numbers (seconds, tenths of a mile), so nodes wait in buckets of equal width rather than
# in a heap:
# taking the next one is a step to the next bucket, and a node that is reached again within its own bucket is
# simply looked at again. With a target, nodes are ordered by distance plus a lower bound of what is left (A*,
# with bounds from landmarks: the triangle inequality over distances known beforehand); the first bucket that
# is
# done with the target in it settles the answer.
class Core::Roads::Search
  WIDTH = { time: 240, distance: 40 }.freeze
  FAR = 1 << 60
  # How many landmarks are asked for each node of a way.
  TELLING = 3

  # metric  - :time or :distance; blocked - Hash of edge index to true, or nil
  def initialize(network, metric, blocked = nil)
    @network = network
    @metric = metric
    @width = WIDTH.fetch(metric)
    @weights = network.weights(metric)
    @blocked = blocked unless blocked.nil? || blocked.empty?
  end

  # Distance to every node from the starts (Hash of node to distance), nil where there is no way.
  def all(starts)
    run(starts, nil, nil)
    @distances.map { |distance| distance == FAR ? nil : distance }
  end

  # The same, and the tenths of a mile along those ways, begun with what each start has behind it: [distances,
  # tenths].
  def all_with_miles(starts, tenths)
    distances = all(starts)
    miles = tenths.dup
    along = ->(node) do
      miles[node] ||= (edge = @network.edges[@via[node]]) &&
        (along.call(edge.other(node)) + edge.miles_tenths)
    end
    # From the near to the far, so that each way finds the one before it done.
    distances
      .each_index
      .select { |node| distances[node] }
      .sort_by { |node| distances[node] }
      .each do |node|
        miles[node] = tenths.fetch(node) if @via[node] == -1
        along.call(node)
      end
    [distances, miles]
  end

  # The way between two places on the network.
  #
  # starts, goals - Hash of node to distance
  #
  # Returns [distance, [edge index, …] in order, start node, goal node], or nil when there is no way.
  def way(starts, goals)
    bound = @network.landmarks[@metric].empty? ? nil : bound_to(starts, goals)
    run(starts, goals, bound)
    return if @best == FAR

    [@best, *trace(@best_node)]
  end

  private

  def run(starts, goals, bound)
    first, heads, arcs = @network.arcs
    distances = @distances = Array.new(@network.nodes.length, FAR)
    via = @via = Array.new(@network.nodes.length, -1)
    buckets = @buckets = []
    @best = FAR
    bounds = bound && {}
    starts.each do |node, distance|
      next unless distance < distances[node]

      distances[node] = distance
      (buckets[(distance + (bound ? (bounds[node] ||= bound.call(node)) : 0)) / @width] ||= []) << node
    end
    at = 0
    while at < buckets.length
      return if at * @width > @best

      bucket = buckets[at]
      if bucket.nil?
        at += 1
        next
      end
      buckets[at] = nil
      bucket.each do |node|
        distance = distances[node]
        if goals && (rest = goals[node]) && distance + rest < @best
          @best = distance + rest
          @best_node = node
        end
        arc = first[node]
        last = first[node + 1]
        while arc < last
          edge = arcs[arc]
          unless @blocked && @blocked[edge]
            head = heads[arc]
            reached = distance + @weights[edge]
            if reached < distances[head]
              distances[head] = reached
              via[head] = edge
              place = bound ? reached + (bounds[head] ||= bound.call(head)) : reached
              (buckets[place / @width] ||= []) << head
            end
          end
          arc += 1
        end
      end
    end
  end

  # Lower bound of the distance from a node to the nearest goal. A goal may lie in the middle of an edge: then
  # only the side of the triangle that holds without passing through it may be used.
  def bound_to(starts, goals)
    exact = goals.length == 1 && goals.values.first.zero?
    start = starts.each_key.first
    # The landmarks that tell most about this way lie beyond its ends.
    known =
      @network.landmarks[@metric]
        .map { |from| [from, goals.map { |node, rest| from[node] + rest }.min] }
        .max_by(TELLING) { |from, far| exact ? (far - from[start]).abs : far - from[start] }
    (one, far_one), (two, far_two), (three, far_three) = known.cycle.first(TELLING)
    lambda do |node|
      a = far_one - one[node]
      b = far_two - two[node]
      c = far_three - three[node]
      if exact
        a = -a if a.negative?
        b = -b if b.negative?
        c = -c if c.negative?
      end
      a = b if b > a
      a = c if c > a
      a.negative? ? 0 : a
    end
  end

  def trace(node)
    edges = []
    goal = node
    while (edge = @via[node]) != -1
      edges << edge
      node = @network.edges[edge].other(node)
    end
    [edges.reverse, node, goal]
  end
end
