# frozen_string_literal: true

# What a tap may have changed of a trip on the phone, for the answer to it.
module Reads::Tracking::Told
  # One trip as this driver sees it; a declined one is gone from the phone but still answered for.
  # Returns Store::Tracking::Standing. Raises Store::NotFound.
  def self.of(trip_id, driver_id)
    trip = Store::Tracking::Cab.trip(trip_id, driver_id) or raise Store::NotFound.new("trip", trip_id)
    stops = Store::Freight.trip_stops(trip_id).all
    check_ins = Store::Tracking.check_ins([trip_id]).all
    Store::Tracking::Standing.new(
      trip:,
      stops:,
      check_ins:,
      outcome: Store::Tracking::Story.outcome(trip_id, stops, check_ins),
      changes: Store::Tracking::Cab.unseen_changes([trip_id], driver_id).all
    )
  end
end
