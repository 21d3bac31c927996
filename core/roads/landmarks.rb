# frozen_string_literal: true

# Nodes at the rim of the network from which all distances are known beforehand.
module Core::Roads::Landmarks
  # Each one lies as far as can be from those before it.
  def self.choose(network, count)
    search = Core::Roads::Search.new(Bare.new(network), :distance)
    nearest = search.all({ 0 => 0 }).map { |distance| distance || 0 }
    chosen = []
    count.times do
      chosen << nearest.each_index.max_by { |node| nearest[node] }
      from = search.all({ chosen.last => 0 })
      nearest =
        (
          if chosen.length == 1
            from.map { |distance| distance || 0 }
          else
            nearest.each_index.map { |node| [nearest[node], from[node] || 0].min }
          end
        )
    end
    chosen
  end

  def self.distances(network, nodes, metric)
    search = Core::Roads::Search.new(Bare.new(network), metric)
    nodes.map { |node| search.all({ node => 0 }).map { |distance| distance || 0 } }
  end

  # The network while its landmarks are not known yet.
  Bare =
    Struct.new(:network) do
      def landmarks = { time: [], distance: [] }
      def nodes = network.nodes
      def edges = network.edges
      def arcs = network.arcs
      def weights(metric) = network.weights(metric)
    end
end
