# frozen_string_literal: true

# The trips of a week, by driver.
module Reads::Road::Week
  DAYS = 7

  # drivers - rows; trips - rows by driver; stops - rows by trip; loads - row by trip
  Value = Core::Value.of(:drivers, :trips, :stops, :loads)

  # from - Date of the first day, in whatever zone: a day more is read on both sides
  def self.of(from)
    drivers = Store::Hours.drivers.all
    trips = trips(drivers.map { |row| row[:id] }, from)
    ids = trips.map { |row| row[:id] }.uniq
    Value.new(
      drivers:,
      trips: trips.group_by { |row| row[:driver_id] },
      stops: Store::Freight.trip_stops(ids).to_hash_groups(:trip_id),
      loads: loads(ids)
    )
  end

  def self.trips(driver_ids, from)
    midnight = Time.utc(from.year, from.month, from.day)
    span = Store::Freight.range(midnight - 86_400, midnight + ((DAYS + 1) * 86_400))
    DB[:trip_drivers]
      .join(:trips, id: :trip_id)
      .where(driver_id: driver_ids, live: true)
      .where(Sequel.pg_range_op(Sequel[:trips][:during]).overlaps(span))
      .order(Sequel.function(:lower, Sequel[:trips][:during]))
      .select(:driver_id, *%i[id number status during].map { |column| Sequel[:trips][column] })
      .all
  end

  def self.loads(trip_ids) =
    DB[:trip_loads]
      .join(:loads, id: :load_id)
      .where(trip_id: trip_ids)
      .select(:trip_id, :load_id, :number)
      .to_hash(:trip_id)
  private_class_method :trips, :loads
end
