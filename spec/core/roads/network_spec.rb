# frozen_string_literal: true

require_relative "../../../config/road_data"
require_relative "../../../survey"
require "rgl/adjacency"
require "rgl/dijkstra"

# The network that ships, against what others say of the same roads.
RSpec.describe Core::Roads::Network do
  network = RoadData.network(landmarks: 16)
  miles =
    lambda do |from, to, **more|
      Core::Roads.route(
        network,
        RoadData.gazetteer,
        Core::Roads.read({ "stops" => [from, to], **more.transform_keys(&:to_s) })
      ).tenths / 10.0
    end

  it "is connected, no shorter than straight, in its states, near every town, and large" do
    check = Survey::Check.new
    expect(check.findings).to eq([])
    expect(check.size).to include(nodes: be > 1_200, edges: be > 1_800)
  end

  # Miles by Interstate and state: Federal Highway Administration, Route Log and Finder List, table 1; from
  # memory. Shared pavement is counted for each of its roads.
  it "has the miles of the route log, within 3% on nine rows of ten" do
    log = CSV.read(File.expand_path("route_log.csv", __dir__), headers: true)
    off =
      log.to_h do |row|
        ours =
          network
            .edges
            .select { |edge| edge.state == row["state"] && edge.roads.include?(row["road"]) }
            .sum(&:miles_tenths) / 10.0
        ["#{row["road"]} #{row["state"]}", ((ours / row["miles"].to_f) - 1).abs]
      end
    expect(off.count { |_, share| share <= 0.03 }.fdiv(off.length)).to be >= 0.9,
    off.select { |_, share| share > 0.03 }.inspect
  end

  # Usual truck miles between the middles of cities, from memory.
  it "has the usual miles between cities: within 5% on 95 pairs of 100, 2% in the median, never off by " \
       "more than 15%" do
    off =
      CSV
        .read(File.expand_path("city_pairs.csv", __dir__), headers: true)
        .map { |row| [((miles.call(row["from"], row["to"]) / row["miles"].to_f) - 1).abs, row.fields] }
        .sort
    shares = off.map(&:first)
    expect(shares.count { |share| share <= 0.05 }.fdiv(shares.length)).to be >= 0.95, off.last(12).inspect
    expect([shares[shares.length / 2], shares.last]).to match([be <= 0.02, be <= 0.15])
  end

  it "knows roads that share the pavement" do
    shared = network.edges.select { |edge| edge.roads.length > 1 }.map(&:road)
    expect(shared).to include("I-15/I-84", "I-80/I-90", "I-90/I-94", "I-64/I-77", "I-20/I-59")
  end

  # A general-purpose graph library does the same on the same graph, slowly.
  it "finds ways as short as the reference library's, by time and by distance, on random pairs" do
    graph = RGL::AdjacencyGraph.new
    weights = { time: {}, distance: {} }
    network.edges.each do |edge|
      graph.add_edge(edge.from, edge.to)
      { time: edge.seconds, distance: edge.miles_tenths }.each do |metric, weight|
        weights[metric][[edge.from, edge.to].minmax] = [
          weight,
          weights[metric][[edge.from, edge.to].minmax]
        ].compact.min
      end
    end
    random = Random.new(1956)
    pairs = Array.new(12) { Array.new(2) { random.rand(network.nodes.length) } }
    weights.each do |metric, by_ends|
      search = Core::Roads::Search.new(network, metric)
      both_ways = by_ends.flat_map { |(from, to), weight| [[[from, to], weight], [[to, from], weight]] }.to_h
      pairs.each do |from, to|
        reference =
          graph.dijkstra_shortest_path(both_ways, from, to).each_cons(2).sum { |ends| both_ways[ends] }
        expect([search.way({ from => 0 }, { to => 0 }).first, search.all({ from => 0 })[to]]).to eq(
          [reference, reference]
        ),
        "#{metric} #{from} #{to}"
      end
    end
  end

  it "never returns a road that the vehicle may not use, and adds up, on random journeys" do
    random = Random.new(1966)
    towns = network.nodes.map(&:name).grep(/\A[A-Z][a-z]+, [A-Z]{2}\z/)
    25.times do
      stops = Array.new(3) { towns.sample(random:) }
      vehicle = {
        "height_in" => random.rand(150..200),
        "gross_lb" => random.rand(5_000..120_000),
        "length_in" => random.rand(300..1400),
        "hazmat" => random.rand < 0.3
      }
      route =
        Core::Roads.route(
          network,
          RoadData.gazetteer,
          Core::Roads.read(
            "stops" => stops,
            "vehicle" => vehicle,
            "prefer" => %w[time distance].sample(random:)
          )
        )
      used = route.parts.flat_map(&:pieces).filter_map(&:edge)
      expect(
        used
          .flat_map { |edge| network.restrictions_on(edge) }
          .select { |restriction| restriction.bars?(route.vehicle) }
      ).to eq([]),
      "#{stops} #{vehicle}"
      answer = route.to_h
      expect(
        [
          answer[:legs].sum { |leg| (leg[:miles] * 10).round },
          answer[:by_state].sum { |row| (row[:miles] * 10).round }
        ]
      ).to eq([route.tenths] * 2)
      expect(answer[:legs].sum { |leg| leg[:minutes] }).to eq(answer[:drive_minutes])
      expect(
        route.parts.flat_map { |part| part.legs.each_cons(2).map { |one, other| one.to == other.from } }
      ).to all(be(true))
    rescue Refused => e
      raise unless %w[no_route ambiguous_place unknown_place].include?(e.code)
    end
  end
end
