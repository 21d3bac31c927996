# frozen_string_literal: true

# Keeps where a driver is: only with his consent, or from the truck's own device, and only while a trip is
# under way.
module Work::Tracking::Position
  # Positions as a phone sends them, several at a time. points - Array of { at:, latitude:, longitude:,
  # accuracy_m: }
  #
  # Returns how many were new. Raises Refused `no_consent`, `not_under_way`.
  def self.call(driver_id, points, now:, source: "cab", phone_at: nil)
    driver = Store::Fleet::Drivers.row(driver_id)
    if source == "cab" && driver[:position_consent_at].nil?
      raise Refused.new("no_consent", "You have not agreed to tell where you are.", path: "")
    end

    trip = under_way(driver_id) or
      raise Refused.new(
              "not_under_way",
              "No trip of yours is under way: your position is not kept.",
              path: ""
            )
    off = phone_at ? now - phone_at : 0
    off = 0 if off.abs <= Work::Tracking::CLOCK_TOLERANCE_SECONDS
    keep(driver_id, trip, points.map { |point| point.merge(at: [point[:at] + off, now].min) }, source, now)
  end

  # With a check-in, where the phone told it.
  def self.beside(driver_id, trip, input, now)
    return unless input[:latitude] && input[:longitude] && trip[:status] != "planned"

    keep(driver_id, trip, [{ at: input[:done_at], **input.slice(:latitude, :longitude) }], "cab", now)
  end

  # Where the truck's own device says it was: kept only while a trip is under way.
  def self.by_device(driver_id, points, now:) =
    under_way(driver_id)&.then { |trip| keep(driver_id, trip, points, "device", now) } || 0

  def self.under_way(driver_id)
    Store::Freight::Trips.holding(driver_id).where(status: "rolling").soonest_first.first
  end

  def self.keep(driver_id, trip, points, source, now)
    rows =
      points.map do |point|
        {
          driver_id:,
          trip_id: trip[:id],
          source:,
          heard_at: now,
          at: point[:at],
          latitude: point[:latitude],
          longitude: point[:longitude],
          accuracy_m: point[:accuracy_m]
        }
      end
    new = rows.count { |row| Store::Tracking::Positions.once(row, key: %i[driver_id source at]) }
    Store::Changes.announce([["position", trip[:id]]], act: "position", who: source, at: now) if new.positive?
    new
  end
  private_class_method :keep
end
