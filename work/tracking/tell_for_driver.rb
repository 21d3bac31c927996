# frozen_string_literal: true

# Dispatch tells a step for a driver who rang, or puts one right.
module Work::Tracking::TellForDriver
  # input - as of CheckIn. Returns the trip's id.
  def self.call(trip_id, input, by:, now:)
    driver_id = Store::Freight::TripDrivers.where(trip_id:).order(:id).get(:driver_id) or
      raise Store::NotFound.new("trip", trip_id)
    Work::Tracking::CheckIn.call(
      trip_id,
      input,
      driver: Work::Actor.driver(Store::Fleet::Drivers.row(driver_id)),
      now:,
      source: "dispatcher",
      by:
    )
  end
end
