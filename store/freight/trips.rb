# frozen_string_literal: true

# Trips, with what makes them one load's, one driver's, or nobody's any more.
Store::Freight::Trips =
  Store::Table.of(:trips) do
    def live = exclude(status: %w[declined cancelled])
    def of_load(load_id) = where(id: Store::Freight::TripLoads.where(load_id:).select(:trip_id))

    # Those that a driver ever had, declined ones too.
    def of_driver(driver_id) = where(id: Store::Freight::TripDrivers.where(driver_id:).select(:trip_id))

    # Those that make a stop.
    def making(stop_id) = where(id: Store::Freight::TripStops.where(stop_id:).select(:trip_id))

    # Those that hold a driver.
    def holding(driver_id) =
      where(id: Store::Freight::TripDrivers.where(driver_id:, live: true).select(:trip_id))
    def soonest_first = order(Sequel.function(:lower, :during), :id)

    # The one under way first, then an accepted one.
    def nearest_first =
      order(
        Sequel.case({ "rolling" => 0, "accepted" => 1 }, 2, :status),
        Sequel.function(:lower, :during),
        :id
      )

    def beginning_from(instant) = where(Sequel.function(:lower, :during) >= instant)

    # Begun before an instant, and still to be made or under way.
    def undone_before(instant) =
      exclude(status: "delivered").where(Sequel.function(:lower, :during) < instant)

    # Delivered since an instant, the last first.
    def delivered_since(instant) =
      where(status: "delivered").where(Sequel[:delivered_at] > instant).reverse(:delivered_at, :id)

    # Forecast between two instants.
    def foreseen_between(from, to) = where { (foreseen_at > from) & (foreseen_at <= to) }
  end
