# frozen_string_literal: true

# Ends a load's live trip and frees whom it held: part of taking the crew off, cancelling and declining.
module Work::Freight::ReleaseCrew
  # state - what the trip becomes: cancelled or declined
  def self.call(load_id, state:, reason: nil)
    trip = Store::Freight.live_trip(load_id) or return
    DB[:trips].where(id: trip[:id]).update(state:, decline_reason: reason, version: trip[:version] + 1)
    %i[trip_drivers trip_units].each { |table| DB[table].where(trip_id: trip[:id]).update(live: false) }
    trip
  end
end
