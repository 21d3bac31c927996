# frozen_string_literal: true

# Writes a text to a driver and has it sent once this commits. The link itself is filled in only when it leaves.
module Work::Tracking::WriteText
  LINK = "{link}"

  def self.trip(driver, trip, load, now)
    link = Store::Tracking.link_for(driver[:driver_id], now)
    company = Store::Company.row[:name]
    write(driver, trip[:id], "#{company}: trip #{trip[:number]}, #{load[:origin]} to #{load[:destination]}. Open it here: #{LINK}", now, link_id: link[:id])
  end

  # What matters has changed on a trip that they have: which, so that they look. It stays marked until they say that they have seen it.
  def self.changed(trip, load, what, now)
    Store::Freight.trip_drivers(trip[:id]).each do |driver|
      DB[:trip_changes].insert(trip_id: trip[:id], driver_id: driver[:driver_id], what:, at: now)
      link = Store::Tracking.link_for(driver[:driver_id], now)
      write(driver, trip[:id], "#{Store::Company.row[:name]}: trip #{trip[:number]}#{", #{load[:origin]} to #{load[:destination]}," if load} has changed: #{what}. Open it and look: #{LINK}", now, link_id: link[:id])
    end
  end

  # A load is no more: the trip is called off, or goes on with the others.
  def self.off(trip, load, now) = trip[:goes_on] ? changed(trip, load, "load #{load[:number]} is taken off", now) : called_off(trip, now)

  def self.called_off(trip, now)
    Store::Freight.trip_drivers(trip[:id]).each do |driver|
      write(driver, trip[:id], "#{Store::Company.row[:name]}: trip #{trip[:number]} is called off. Call dispatch with questions.", now)
    end
  end

  def self.write(driver, trip_id, body, now, link_id: nil)
    text_id = DB[:texts].insert(driver_id: driver[:driver_id], trip_id:, link_id:, to: driver[:phone], body:, written_at: now)
    Work::Tracking::SendText.enqueue(text_id:)
  end
  private_class_method :write, :called_off
end
