# frozen_string_literal: true

require "json"

# The shapes of the states: which one a point is in, and how far it is from one.
class Survey::Outline
  PATH = File.expand_path("../data/places/states.geojson", __dir__)
  MILES_A_DEGREE = 69.0

  def initialize
    @rings = JSON.parse(File.read(PATH))["features"].to_h do |feature|
      geometry = feature["geometry"]
      polygons = geometry["type"] == "Polygon" ? [geometry["coordinates"]] : geometry["coordinates"]
      [feature["properties"]["state"], polygons.map(&:first)]
    end
    @boxes = @rings.transform_values { |rings| rings.map { |ring| [ring.map(&:first).minmax, ring.map(&:last).minmax] } }
  end

  def in?(state, latitude, longitude)
    @rings.fetch(state).each_with_index.any? do |ring, i|
      (west, east), (south, north) = @boxes[state][i]
      longitude.between?(west, east) && latitude.between?(south, north) && inside?(ring, latitude, longitude)
    end
  end

  # Miles from a point to a state: 0 inside.
  def miles_off(state, latitude, longitude)
    return 0.0 if in?(state, latitude, longitude)

    narrowing = Math.cos(latitude * Math::PI / 180)
    @rings.fetch(state).map { |ring| ring.each_cons(2).map { |a, b| off_segment([longitude, latitude], a, b, narrowing) }.min }.min * MILES_A_DEGREE
  end

  private

  # Even or odd number of crossings of the ray to the east.
  def inside?(ring, latitude, longitude)
    ring.each_cons(2).count do |(x1, y1), (x2, y2)|
      (y1 > latitude) != (y2 > latitude) && longitude < x1 + ((latitude - y1) / (y2 - y1) * (x2 - x1))
    end.odd?
  end

  def off_segment(point, from, to, narrowing)
    px, py, ax, ay, bx, by = [point, from, to].flat_map { |x, y| [x * narrowing, y] }
    dx = bx - ax
    dy = by - ay
    length = (dx * dx) + (dy * dy)
    along = length.zero? ? 0.0 : ((((px - ax) * dx) + ((py - ay) * dy)) / length).clamp(0.0, 1.0)
    Math.hypot(px - ax - (along * dx), py - ay - (along * dy))
  end
end
