# frozen_string_literal: true

# Which edges run near a point: edges by squares of half a degree.
class Core::Roads::Grid
  CELL_DEGREES = 0.5
  MILES_A_DEGREE = 69.09
  # An edge near a point: its miles away, and how far along the edge, 0 to 1, the nearest spot is.
  Near = Core::Value.of(:edge, :miles, :share, :point)

  def initialize(nodes, edges)
    @nodes = nodes
    @cells = Hash.new { |hash, cell| hash[cell] = [] }
    edges.each { |edge| cells_of(edge).each { |cell| @cells[cell] << edge } }
    @cells.default = nil
    freeze
  end

  # The nearest edges within a limit of miles, nearest first.
  def near(point, limit_miles)
    rings = (limit_miles / (MILES_A_DEGREE * CELL_DEGREES * 0.64)).ceil + 1
    found = {}
    (0..rings).each do |ring|
      around(point, ring).each { |edge| found[edge.index] ||= measure(edge, point) }
      closest = found.each_value.map(&:miles).min
      break if closest && closest < (ring - 1) * CELL_DEGREES * MILES_A_DEGREE * 0.64
    end
    found.values.select { |near| near.miles <= limit_miles }.sort_by { |near| [near.miles, near.edge.index] }
  end

  private

  def cell(latitude, longitude) = [(latitude / CELL_DEGREES).floor, (longitude / CELL_DEGREES).floor]

  # All squares of the box around an edge: a few too many for a slanting one, never one too few.
  def cells_of(edge)
    from, to = [edge.from, edge.to].map { |node| @nodes[node].point }
    south, north = [from.latitude, to.latitude].minmax
    west, east = [from.longitude, to.longitude].minmax
    low = cell(south, west)
    high = cell(north, east)
    (low[0]..high[0]).to_a.product((low[1]..high[1]).to_a)
  end

  def around(point, ring)
    row, column = cell(point.latitude, point.longitude)
    reach = (-ring..ring).to_a
    reach
      .product(reach)
      .select { |up, right| [up.abs, right.abs].max == ring }
      .flat_map { |up, right| @cells[[row + up, column + right]] || [] }
  end

  def measure(edge, point)
    from, to = [edge.from, edge.to].map { |node| @nodes[node].point }
    share, spot = Core::Roads.nearest_on(from, to, point)
    Near.new(edge:, miles: Core::Roads.great_circle_miles(point, spot), share:, point: spot)
  end
end
