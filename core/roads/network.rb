# frozen_string_literal: true

# Nodes and edges as arrays of numbers, with the neighbours of each node side by side, so that a search
# touches few objects.
class Core::Roads::Network
  Node = Core::Value.of(:id, :name, :point) { def to_s = name }
  Edge =
    Core::Value.of(
      :index,
      :from,
      :to,
      :roads,
      :state,
      :miles_tenths,
      :seconds,
      :road_class,
      :mph,
      :toll_cents
    ) do
      def road = roads.join("/")
      def other(node) = node == from ? to : from
    end

  attr_reader :nodes, :edges, :restrictions, :index, :landmarks, :grid

  def initialize(nodes, edges, restrictions, landmarks)
    @nodes =
      nodes
        .map do |row|
          Node.new(
            id: row[:id],
            name: row[:name],
            point: Core::Roads::Point.new(latitude: row[:latitude], longitude: row[:longitude])
          )
        end
        .freeze
    @index = @nodes.each_with_index.to_h { |node, i| [node.id, i] }.freeze
    @edges = edges.each_with_index.map { |row, i| edge(row, i) }.freeze
    @restrictions = restrictions.filter_map { |row| restriction(row) }.freeze
    join_neighbours
    @towns =
      @index.reject { |id, _| id.include?("/") }.transform_keys { |id| Core::Roads.plain_name(id) }.freeze
    @grid = Core::Roads::Grid.new(@nodes, @edges)
    @restrictions_by_edge = @restrictions.group_by(&:edge).freeze
    @landmarks =
      { time: landmarks, distance: landmarks }.transform_values do |count|
        count.zero? ? [] : Core::Roads::Landmarks.choose(self, count)
      end
    @landmarks = {
      time: Core::Roads::Landmarks.distances(self, @landmarks[:time], :time),
      distance: Core::Roads::Landmarks.distances(self, @landmarks[:distance], :distance)
    }
    freeze
  end

  # The node of a town, "Boise, ID", or nil.
  def town_node(name) = @towns[Core::Roads.plain_name(name)]

  def restrictions_on(edge) = @restrictions_by_edge.fetch(edge, [])

  # Of each edge: seconds of driving, or tenths of a mile.
  def weights(metric) = metric == :time ? @seconds : @tenths

  # Calls with neighbour and edge index for each edge at a node.
  def each_neighbour(node)
    at = @first[node]
    last = @first[node + 1]
    while at < last
      yield @heads[at], @arcs[at]
      at += 1
    end
  end

  # The compact adjacency, for the searches: first arc of each node, heads, edge indexes.
  def arcs = [@first, @heads, @arcs]

  private

  def edge(row, index)
    tenths = row[:miles_tenths]
    Edge.new(
      index:,
      from: @index.fetch(row[:from]),
      to: @index.fetch(row[:to]),
      roads: row[:roads].freeze,
      state: row[:state],
      miles_tenths: tenths,
      seconds: (tenths * 360.0 / row[:mph]).round,
      road_class: row[:road_class],
      mph: row[:mph],
      toll_cents: row[:toll_cents]
    )
  end

  def restriction(row)
    ends = [@index[row[:from]], @index[row[:to]]]
    edge = edges_between(*ends).find { |candidate| candidate.roads.include?(row[:road]) } or return
    Core::Roads::Restriction.new(
      road: row[:road],
      state: edge.state,
      edge: edge.index,
      kind: row[:kind],
      limit: row[:limit],
      near: row[:near],
      known_by: row[:known_by]
    )
  end

  def edges_between(one, other)
    @by_ends ||= @edges.group_by { |edge| [edge.from, edge.to].sort }
    @by_ends.fetch([one, other].compact.sort, [])
  end

  def join_neighbours
    degrees = Array.new(@nodes.length, 0)
    @edges.each { |edge| (degrees[edge.from] += 1) && (degrees[edge.to] += 1) }
    @first = [0]
    degrees.each { |degree| @first << (@first.last + degree) }
    fill = @first.dup
    @heads = Array.new(@edges.length * 2)
    @arcs = Array.new(@edges.length * 2)
    @edges.each do |edge|
      [[edge.from, edge.to], [edge.to, edge.from]].each do |at, head|
        @heads[fill[at]] = head
        @arcs[fill[at]] = edge.index
        fill[at] += 1
      end
    end
    @seconds = @edges.map(&:seconds).freeze
    @tenths = @edges.map(&:miles_tenths).freeze
    [@first, @heads, @arcs].each(&:freeze)
  end
end
