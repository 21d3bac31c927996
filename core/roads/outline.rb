# frozen_string_literal: true

# The shapes of the states: which one a point is in, and how far it is from one.
class Core::Roads::Outline
  MILES_A_DEGREE = 69.09

  # states - Hash of state to rings, each an Array of [longitude, latitude]
  def initialize(states)
    @rings = states
    @boxes =
      states.transform_values do |rings|
        rings.map { |ring| [*ring.map(&:first).minmax, *ring.map(&:last).minmax] }
      end
    freeze
  end

  def known?(state) = @rings.key?(state)

  # The state that a point is in, or nil at sea and abroad.
  def state_at(point) = @rings.each_key.find { |state| in?(state, point) }

  def in?(state, point)
    @rings
      .fetch(state)
      .each_with_index
      .any? do |ring, i|
        west, east, south, north = @boxes[state][i]
        point.longitude.between?(west, east) && point.latitude.between?(south, north) &&
          inside?(ring, point.latitude, point.longitude)
      end
  end

  # The nearest state and the miles to it: 0 inside.
  def nearest(point)
    state = state_at(point) and return state, 0.0
    @rings.keys.map { |other| [other, miles_off(other, point)] }.min_by(&:last)
  end

  # Miles from a point to a state: 0 inside.
  def miles_off(state, point)
    return 0.0 if in?(state, point)

    narrowing = Math.cos(point.latitude * Math::PI / 180)
    @rings
      .fetch(state)
      .map do |ring|
        ring.each_cons(2).map { |a, b| off_segment([point.longitude, point.latitude], a, b, narrowing) }.min
      end
      .min * MILES_A_DEGREE
  end

  private

  # Even or odd number of crossings of the ray to the east.
  def inside?(ring, latitude, longitude)
    ring
      .each_cons(2)
      .count do |(x1, y1), (x2, y2)|
        (y1 > latitude) != (y2 > latitude) && longitude < x1 + ((latitude - y1) / (y2 - y1) * (x2 - x1))
      end
      .odd?
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
