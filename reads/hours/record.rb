# frozen_string_literal: true

# What is known of drivers' hours beside their duty entries: one driver or the whole fleet.
module Reads::Hours::Record
  # drivers - rows with the home terminal's zone; trips - the first that is planned or under way, places - the
  # last place told, unconfirmed - how many proposals nobody answered, each by driver;
  # partners - row of the other driver of a team's trip, by driver
  Value = Core::Value.of(:drivers, :trips, :places, :unconfirmed, :partners)

  def self.fleet(now, since:) = of(Store::Hours.drivers.all, now, since)

  # A driver's row with the zone of his home terminal.
  def self.row(driver_id) = Store::Hours.drivers(driver_id).first

  # Raises Store::NotFound.
  def self.driver(id, now, since:)
    row = Store::Hours.drivers(id).first or raise Store::NotFound.new("driver", id)
    of([row], now, since)
  end

  # What was entered for a driver and undone, oldest first.
  def self.entries(driver_id, since, now) = Store::Hours.history(driver_id, since, now)

  # What waits for the driver's yes.
  def self.asked(driver_id) = Store::Hours.asked_of_driver(driver_id).all

  def self.of(drivers, now, since)
    ids = drivers.map { |row| row[:id] }
    trips = Store::Hours.trips(ids).group_by { |row| row[:driver_id] }.transform_values(&:first)
    Value.new(
      drivers:,
      trips:,
      places: places(ids, now),
      unconfirmed: Store::Hours.proposals(ids, since).all.map { |row| row[:driver_id] }.tally,
      partners: partners(trips.select { |_, trip| trip[:drivers] > 1 })
    )
  end

  def self.places(ids, now) =
    Store::Hours
      .entries
      .exclude(place: "")
      .where(driver_id: ids)
      .where(Sequel[:from_at] <= now)
      .order(:driver_id, Sequel.desc(:from_at))
      .distinct(:driver_id)
      .to_hash(:driver_id, :place)

  # trips - by driver
  def self.partners(trips)
    return {} if trips.empty?

    on =
      DB[:trip_drivers].where(
        trip_id: trips.values.map { |trip| trip[:trip_id] },
        live: true
      ).select_hash_groups(:trip_id, :driver_id)
    rows = Store::Hours.drivers(on.values.flatten.uniq).to_hash(:id)
    trips.to_h { |driver_id, trip| [driver_id, rows[(on[trip[:trip_id]] - [driver_id]).first]] }.compact
  end
  private_class_method :of, :places, :partners
end
