# frozen_string_literal: true

# Ends a load's live trip and frees whom it held: part of taking the crew off, cancelling and declining. A trip that carries other
# loads as well goes on without this one.
module Work::Freight::ReleaseCrew
  # state - what the trip becomes: cancelled or declined, which is of the whole trip
  #
  # Returns the trip as it was, or nil.
  def self.call(load_id, state:, reason: nil)
    trip = Store::Freight.live_trip(load_id) or return
    others = DB[:trip_loads].where(trip_id: trip[:id]).exclude(load_id:).order(:load_id).select_map(:load_id)
    return leave(trip, load_id, others) if others.any? && state == "cancelled"

    DB[:trips].where(id: trip[:id]).update(state:, decline_reason: reason, version: trip[:version] + 1)
    %i[trip_drivers trip_units].each { |table| DB[table].where(trip_id: trip[:id]).update(live: false) }
    trip
  end

  def self.leave(trip, load_id, others)
    DB[:trip_loads].where(trip_id: trip[:id], load_id:).delete
    if trip[:state] == "rolling"
      # What has happened at the other stops stays as it is.
      DB[:trip_stops].where(trip_id: trip[:id], stop_id: DB[:stops].where(load_id:).select(:id)).delete
      return trip.merge(goes_on: true)
    end
    kept = DB[:trip_stops].join(:stops, id: :stop_id).where(trip_id: trip[:id], load_id: others).order(Sequel[:trip_stops][:position]).select_map(:stop_id)
    Work::Freight::TripPlan.rewrite(trip, others, order: kept)
    trip.merge(goes_on: true)
  end
  private_class_method :leave
end
