# frozen_string_literal: true

# Tells a partner what has become of a trip that it hauls for us; of our own trips there is nothing to tell.
module Work::Partners::TellPartner
  # Something that is on the confirmation has changed: another version of it goes out.
  def self.changed(trip_id)
    row = Store::Partners::Trips.where(trip_id:).for_update.first or return
    number = row[:version] + 1
    Store::Partners::Trips.where(trip_id:).update(version: number)
    Jobs::WriteConfirmation.enqueue(trip_id:, number:)
  end

  # It is called off: nothing is owed for it unless that is agreed on now, and the driver's link leads nowhere.
  def self.off(trip_id, now)
    trip = Store::Partners.trip(trip_id) or return
    Store::Partners::Costs.where(trip_id:).delete
    drivers = Store::Freight.trip_drivers(trip_id).select_map(:driver_id)
    drivers.each { |driver_id| Store::Tracking.revoke_links(driver_id, now) }
    Work::Partners::Letters.called_off(trip, now)
  end
end
