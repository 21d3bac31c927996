# frozen_string_literal: true

# Arrivals and departures from positions: inside a radius for a while is an arrival, outside a wider one for a
# while a departure.
#
# The wider ring outside keeps a truck that stands at the edge from arriving and leaving with every tremor of
# its position; a position that is worse than the radius says nothing. Which of two positions came in first
# does not matter.
class Core::Tracking::Geofence
  # accuracy_m - of the position, nil where nobody says
  Ping = Core::Value.of(:at, :latitude, :longitude, :accuracy_m)
  # radius_m - of the place
  Fence = Core::Value.of(:stop_id, :latitude, :longitude, :radius_m)
  # kind - arrived or left; at - when it began
  Crossing = Core::Value.of(:kind, :stop_id, :at)

  # So much farther than the radius is out (common practice).
  OUT_FACTOR = 1.5
  METRES_A_MILE = 1609.344

  # dwell_minutes - how long it has to last
  def initialize(fence, dwell_minutes)
    @fence = fence
    @dwell_seconds = dwell_minutes * 60
  end

  # Array of Crossing in order of time.
  def crossings(pings)
    inside = false
    since = nil
    pings
      .sort_by { |ping| [ping.at, ping.latitude, ping.longitude] }
      .each_with_object([]) do |ping, found|
        side = side(ping)
        next if side.nil?
        next since = nil if side == inside

        since ||= ping.at
        next if ping.at - since < @dwell_seconds

        inside = side
        found << Crossing.new(kind: inside ? "arrived" : "left", stop_id: @fence.stop_id, at: since)
        since = nil
      end
  end

  private

  # true inside, false outside, nil where it cannot be told: in the ring between, or too vague.
  def side(ping)
    return if ping.accuracy_m && ping.accuracy_m > @fence.radius_m

    metres = Core::Roads.great_circle_miles(point(ping), point(@fence)) * METRES_A_MILE
    return true if metres <= @fence.radius_m

    metres > @fence.radius_m * OUT_FACTOR ? false : nil
  end

  def point(spot) = Core::Roads::Point.new(latitude: spot.latitude, longitude: spot.longitude)
end
