# frozen_string_literal: true

# Tells arrivals and departures from a trip's positions, where nobody has told them: they give way to what the
# driver says.
module Work::Tracking::Fence
  LOOK_BACK_SECONDS = 12 * 3600

  def self.call(trip_id, now)
    pings =
      Store::Tracking::Positions
        .where(trip_id:)
        .since(now - LOOK_BACK_SECONDS)
        .order(:at)
        .all
        .map do |row|
          Core::Tracking::Geofence::Ping.new(**row.slice(:at, :latitude, :longitude, :accuracy_m))
        end
    return [] if pings.empty?

    settings = Store::Tracking.settings
    driver =
      Work::Actor.driver(Store::Fleet::Drivers.row(Store::Freight.trip_drivers(trip_id).get(:driver_id)))
    Store::Freight::TripStops
      .with_radius(trip_id)
      .flat_map do |stop|
        fence =
          Core::Tracking::Geofence::Fence.new(
            stop_id: stop[:id],
            latitude: stop[:latitude],
            longitude: stop[:longitude],
            radius_m: stop[:radius_m] || settings[:fence_radius_m]
          )
        Core::Tracking
          .crossings(fence, settings[:fence_dwell_minutes], pings)
          .filter_map { |crossing| tell(trip_id, crossing, driver, now) }
      end
  end

  # Once for each stop and kind; a departure only from where he has arrived.
  def self.tell(trip_id, crossing, driver, now)
    if crossing.kind == "left" &&
         Store::Tracking::CheckIns.where(trip_id:, stop_id: crossing.stop_id, kind: "arrived").empty?
      return
    end
    unless Store::Tracking::CheckIns.where(
             trip_id:,
             stop_id: crossing.stop_id,
             kind: crossing.kind,
             source: "geofence"
           ).empty?
      return
    end

    Work::Tracking::CheckIn.call(
      trip_id,
      {
        key: "fence-#{trip_id}-#{crossing.stop_id}-#{crossing.kind}",
        kind: crossing.kind,
        stop_id: crossing.stop_id,
        done_at: crossing.at
      },
      driver:,
      now:,
      source: "geofence",
      by: Work::Actor.system
    )
    crossing
  end

  private_class_method :tell
end
