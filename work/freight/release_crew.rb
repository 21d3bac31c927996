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
      .reject { |trip| trip[:state] == "delivered" }
      .map do |trip|
        next decline(trip, reason) if trip[:id] == declined

        others =
          DB[:trip_loads].where(trip_id: trip[:id]).exclude(load_id:).order(:load_id).select_map(:load_id)
        others.any? ? leave(trip, load_id, others) : cancel(trip)
      end
  end

  def self.cancel(trip)
    finish(trip, state: "cancelled")
    trip
  end

  def self.decline(trip, reason)
    finish(trip, state: "declined", decline_reason: reason)
    trip.merge(declined: true)
  end

  def self.finish(trip, **how)
    DB[:trips].where(id: trip[:id]).update(**how, version: trip[:version] + 1)
    %i[trip_drivers trip_units].each { |table| DB[table].where(trip_id: trip[:id]).update(live: false) }
  end

  def self.leave(trip, load_id, others)
    DB[:trip_loads].where(trip_id: trip[:id], load_id:).delete
    if trip[:state] == "rolling"
      # What has happened at the other stops stays as it is.
      DB[:trip_stops].where(trip_id: trip[:id], stop_id: DB[:stops].where(load_id:).select(:id)).delete
      return trip.merge(goes_on: true)
    end
    kept =
      DB[:trip_stops]
        .join(:stops, id: :stop_id)
        .where(trip_id: trip[:id], load_id: others)
        .order(Sequel[:trip_stops][:position])
        .select_map(:stop_id)
    Work::Freight::TripPlan.rewrite(trip, others, order: kept)
    trip.merge(goes_on: true)
  end
  private_class_method :finish, :leave
end
