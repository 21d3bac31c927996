# frozen_string_literal: true

# Miles from each point to each: one search from each, which reaches all the others.
class Core::Roads::Table
  def initialize(network, points, vehicle)
    @network = network
    @blocked =
      network
        .restrictions
        .select { |restriction| restriction.bars?(vehicle) }
        .to_h { |restriction| [restriction.edge, true] }
    @nodes = points.map { |point| nearest_node(point) }
  end

  # By least miles; tenths of a mile with the access at both ends, nil where there is no way.
  def miles_tenths
    search = Core::Roads::Search.new(@network, :distance, @blocked)
    rows = Hash.new { |hash, node| hash[node] = search.all({ node => 0 }) }
    @nodes.map do |from, out|
      @nodes.map { |to, home| from && to && (from == to ? (out - home).abs : rows[from][to]&.+(out + home)) }
    end
  end

  private

  # [node, tenths of local streets]
  def nearest_node(point)
    near = @network.grid.near(point, Core::Roads::Snap::LIMIT_MILES).first or return
    edge = near.edge
    share = near.share < 0.5 ? near.share : 1 - near.share
    [
      near.share < 0.5 ? edge.from : edge.to,
      (near.miles * Core::Roads::Snap::BEND * 10).ceil + (edge.miles_tenths * share).round
    ]
  end
end
