# frozen_string_literal: true

# Where a truck is on its route, and what driving is left: driving only, no rest and no stop.
class Core::Roads::Progress
  # Farther from its route than this a truck is somewhere else.
  ASTRAY_MILES = 15

  # off_miles - how far the position lies from the route; point - the nearest spot on it
  attr_reader :off_miles, :point, :left_tenths

  def initialize(route, position)
    @pieces = route.parts.flat_map(&:pieces)
    @off_miles, @share, @point, @index =
      @pieces.each_with_index.map { |piece, i| [*nearest(piece, position), i] }.min_by(&:first)
    @left_tenths = sum(&:tenths)
  end

  # Minutes of driving left by class of road.
  def minutes_by_class
    rest
      .group_by { |piece, _| piece.road_class }
      .transform_values { |list| (list.sum { |piece, share| piece.seconds * share } / 60.0).round }
  end

  def astray? = @off_miles > ASTRAY_MILES

  def minutes_left = (sum(&:seconds) / 60.0).round

  private

  # Pieces still to be driven, each with how much of it: the rest of the one the truck is on, and all that
  # follow.
  def rest =
    if @pieces.empty?
      []
    else
      [[@pieces[@index], 1 - @share], *@pieces.drop(@index + 1).map { |piece| [piece, 1] }]
    end
  def sum = rest.sum { |piece, share| yield(piece) * share }.round

  # [miles away, how far along the piece, the spot]
  def nearest(piece, position)
    share, spot = Core::Roads.nearest_on(*piece.points, position)
    [Core::Roads.great_circle_miles(position, spot), share, spot]
  end
end
