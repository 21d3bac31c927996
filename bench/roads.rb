# frozen_string_literal: true

require_relative "../config/road_data"
require "rgl/adjacency"
require "rgl/dijkstra"

# Loading the network, one way across the country, a table of 200 places by 200, beside a general-purpose
# graph library on the same graph in the same run; and again with every edge cut in two, to see how it grows.
module Bench
  WAYS = 600
  PLACES = 200
  REFERENCE_WAYS = 6
  LANDMARKS = 16

  def self.run
    loaded, network =
      timed do
        Core::Roads.network(nodes: RoadData.nodes, edges: RoadData.edges, restrictions: RoadData.restrictions)
      end
    puts format(
           "network of %d nodes and %d edges read and ready in %.2f s",
           network.nodes.length,
           network.edges.length,
           loaded
         )
    prepared, network = timed { RoadData.network(landmarks: LANDMARKS) }
    puts format("with %d landmarks, as the server has it: %.2f s", LANDMARKS, prepared)
    ways = report("as it ships", network)
    reference(network, ways)
    nodes, edges = halved
    report(
      "every edge cut in two",
      Core::Roads.network(nodes:, edges:, restrictions: [], landmarks: LANDMARKS)
    )
  end

  def self.report(name, network)
    random = Random.new(95)
    routes = Array.new(WAYS) { request(random) }
    answer = ->(request) { Core::Roads.route(network, RoadData.gazetteer, request) }
    routes.first(60).each(&answer)
    GC.start
    milliseconds = routes.map { |request| timed { answer.call(request) }.first * 1000 }.sort
    searches = Core::Roads::Search.new(network, :time)
    pairs = Array.new(WAYS) { Array.new(2) { random.rand(network.nodes.length) } }
    alone = pairs.map { |from, to| timed { searches.way({ from => 0 }, { to => 0 }) }.first * 1000 }.sort
    points = network.nodes.sample(PLACES, random:).map(&:point)
    table, = timed { Core::Roads.table(network, points) }
    puts format(
           "%s (%d nodes): a whole route %.2f ms in the median, 99%% within %.2f ms; the search alone " \
             "%.2f and %.2f ms; a table of %d x %d in %.2f s",
           name,
           network.nodes.length,
           milliseconds[WAYS / 2],
           milliseconds[WAYS * 99 / 100],
           alone[WAYS / 2],
           alone[WAYS * 99 / 100],
           PLACES,
           PLACES,
           table
         )
    alone[WAYS / 2]
  end

  # Two towns anywhere in the country, by their names.
  def self.request(random)
    @towns ||= RoadData.nodes.map { |node| node[:name] }.select { |name| name.include?(", ") && known?(name) }
    Core::Roads.read("stops" => @towns.sample(2, random:))
  end

  def self.known?(name)
    RoadData.gazetteer.locate(name, "")
  rescue Refused
    false
  end

  def self.reference(network, ours)
    graph = RGL::AdjacencyGraph.new
    weights = {}
    network.edges.each do |edge|
      graph.add_edge(edge.from, edge.to)
      [[edge.from, edge.to], [edge.to, edge.from]].each do |ends|
        weights[ends] = [edge.seconds, weights[ends]].compact.min
      end
    end
    random = Random.new(95)
    times =
      Array
        .new(REFERENCE_WAYS) do
          timed do
            graph.dijkstra_shortest_path(
              weights,
              random.rand(network.nodes.length),
              random.rand(network.nodes.length)
            )
          end.first * 1000
        end
        .sort
    puts format(
           "the reference library's search: %.0f ms in the median, %.0f times ours",
           times[REFERENCE_WAYS / 2],
           times[REFERENCE_WAYS / 2] / ours
         )
  end

  def self.halved
    nodes = RoadData.nodes
    at = nodes.to_h { |node| [node[:id], node] }
    edges =
      RoadData.edges.each_with_index.flat_map do |edge, i|
        from, to = at.fetch_values(edge[:from], edge[:to])
        middle = {
          id: "middle/#{i}",
          name: "middle",
          state: edge[:state],
          latitude: (from[:latitude] + to[:latitude]) / 2,
          longitude: (from[:longitude] + to[:longitude]) / 2
        }
        nodes << middle
        half = edge[:miles_tenths] / 2
        [
          edge.merge(to: middle[:id], miles_tenths: half),
          edge.merge(from: middle[:id], miles_tenths: edge[:miles_tenths] - half)
        ]
      end
    [nodes, edges]
  end

  def self.timed
    began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    result = yield
    [Process.clock_gettime(Process::CLOCK_MONOTONIC) - began, result]
  end
end

Bench.run
