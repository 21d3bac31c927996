# frozen_string_literal: true

# Ends the live trips of a load, one or the parts of a relay, and frees whom they held: part of taking the
# crew off, cancelling and declining. A trip that carries other loads as well goes on without this one; a part
# that is done stays done.
module Work::Freight::ReleaseCrew
  # declined - the trip that its driver declines, with the reason; all others are cancelled
  #
  # Returns the trips as they were.
  def self.call(load_id, declined: nil, reason: nil)
    Store::Freight
      .live_trips(load_id)
      .reject { |trip| trip[:status] == "delivered" }
      .map do |trip|
        next decline(trip, reason) if trip[:id] == declined

        others = Store::Freight::TripLoads.load_ids(trip[:id]) - [load_id]
        others.any? ? leave(trip, load_id, others) : cancel(trip)
      end
  end

  def self.cancel(trip)
    finish(trip, status: "cancelled")
    trip
  end

  def self.decline(trip, reason)
    finish(trip, status: "declined", decline_reason: reason)
    trip.merge(declined: true)
  end

  def self.finish(trip, **how)
    Store::Freight::Trips.change(trip, **how)
    [Store::Freight::TripDrivers, Store::Freight::TripUnits].each do |rows|
      rows.where(trip_id: trip[:id]).update(live: false)
    end
    driver_ids = Store::Freight.trip_drivers(trip[:id]).select_map(:driver_id)
    Work::Freight::EmptyWay.follow(driver_ids, after: trip[:during].begin)
  end

  def self.leave(trip, load_id, others)
    Store::Freight::TripLoads.where(trip_id: trip[:id], load_id:).delete
    drop_idle_swaps(trip[:id], others)
    if trip[:status] == "rolling"
      # What has happened at the other stops stays as it is.
      Store::Freight::TripStops.where(
        trip_id: trip[:id],
        stop_id: Store::Freight::Stops.where(load_id:).select(:id)
      ).delete
      return trip.merge(goes_on: true)
    end
    kept = Store::Freight::TripStops.stops_of(trip[:id]).where(load_id: others).select_map(:stop_id)
    Work::Freight::TripPlan.rewrite(trip, others, order: kept)
    trip.merge(goes_on: true)
  end

  # A swap at which none of the loads that are left goes over.
  def self.drop_idle_swaps(trip_id, load_ids)
    rows = Work::Freight::TripPlan.rows(trip_id)
    handed = Work::Freight::OnBoard.handed(rows.map { |row| row[:id] }, load_ids)
    idle = [(rows.first if handed.from.empty?), (rows.last if handed.on.empty?)].compact
    swaps = idle.select { |row| row[:kind] == "swap" }.map { |row| row[:id] }
    Store::Freight::TripStops.where(trip_id:, stop_id: swaps, arrived_at: nil).delete
  end
  private_class_method :finish, :leave, :drop_idle_swaps
end
