# frozen_string_literal: true

# Trips under way, with all that Road shows of them.
class Reads::Road::Trips
  # An accepted trip shows from so long before it begins.
  AHEAD_SECONDS = 12 * 3600

  # trips - rows; stops, units, alerts, loads, drivers - rows by trip; forecasts - rows by [trip, stop]; heard -
  # of Reads::Road::Heard; spots - the last position by trip; unread - counts by driver; schedules - rows by
  # load
  Value =
    Core::Value.of(
      :trips,
      :stops,
      :units,
      :alerts,
      :loads,
      :drivers,
      :forecasts,
      :heard,
      :spots,
      :unread,
      :schedules
    )

  # What the company reckons with on the road: one row.
  def self.settings = Store::Tracking.settings

  def self.under_way(now) =
    DB[:trips]
      .where(status: "rolling")
      .or(Sequel.&({ status: "accepted" }, Sequel.function(:lower, :during) < now + AHEAD_SECONDS))
      .order(:id)
      .all

  # trips - rows of `under_way`
  def self.of(trips) = new(trips).read

  def initialize(trips)
    @trips = trips
    @ids = trips.map { |trip| trip[:id] }
  end

  def read
    spots = Reads::Road::Heard.spots(@ids)
    Value.new(
      trips: @trips,
      stops: by_trip(Store::Freight.trip_stops(@ids)),
      units: by_trip(Store::Freight.trip_units(@ids)),
      alerts:,
      loads:,
      drivers:,
      forecasts: Store::Tracking.forecasts(@ids).to_hash(%i[trip_id stop_id]),
      heard: Reads::Road::Heard.of(@ids, spots),
      spots:,
      unread:
        DB[:messages]
          .where(from_driver: true, read_at: nil)
          .group_and_count(:driver_id)
          .as_hash(:driver_id, :count),
      schedules:
        DB[:ask_schedules].where(load_id: loads.values.flatten.map { |load| load[:id] }).to_hash(:load_id)
    )
  end

  private

  def by_trip(dataset) = dataset.to_hash_groups(:trip_id)

  def alerts =
    by_trip(
      DB[:late_alerts]
        .join(:stops, id: :stop_id)
        .where(trip_id: @ids)
        .reverse(:at)
        .select(:trip_id, :name, :late_minutes, :at, :told)
    )

  def loads
    @loads ||=
      by_trip(
        DB[:trip_loads]
          .join(:loads, id: :load_id)
          .join(:customers, id: :customer_id)
          .where(trip_id: @ids)
          .order(:load_id)
          .select(
            :trip_id,
            Sequel[:loads][:id],
            Sequel[:loads][:number],
            Sequel[:loads][:status],
            Sequel[:customers][:name].as(:customer)
          )
      )
  end

  def drivers =
    by_trip(
      DB[:trip_drivers]
        .join(:drivers, id: :driver_id)
        .left_join(:accounts, id: :dispatcher_id)
        .where(trip_id: @ids)
        .order(Sequel[:trip_drivers][:id])
        .select(:trip_id, :driver_id, Sequel[:drivers][:name], Sequel[:accounts][:name].as(:dispatcher))
    )
end
