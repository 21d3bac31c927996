# frozen_string_literal: true

# What trips have earned their drivers.
Store::Pay::TripEarnings =
  Store::Table.of(:trip_earnings) do
    # Hours that locked statements have paid since a day, by driver: rows of driver_id and worked.
    def worked_since(day) =
      join(:statements, id: :statement_id)
        .join(:pay_runs, id: :pay_run_id)
        .exclude(status: "draft")
        .where(Sequel[:to_on] >= day)
        .where(Sequel.lit("worked <> '[]'"))
        .select(Sequel[:trip_earnings][:driver_id], :worked)
        .all
        .group_by { |row| row[:driver_id] }

    # Trips of which drivers claim more than the whole: their names, by trip.
    def claimed_twice(trip_ids) =
      join(:drivers, id: :driver_id)
        .where(trip_id: trip_ids)
        .group(:trip_id)
        .having { sum(share_percent) > 100 }
        .select_hash(:trip_id, Sequel.function(:string_agg, :name, " and ").as(:names))

    # Loads that drivers are paid for on a statement: rows of driver_id, load_id and trip_id.
    def paid_loads(driver_ids) =
      join(:trip_loads, trip_id: :trip_id)
        .where(driver_id: driver_ids)
        .exclude(statement_id: nil)
        .select(:driver_id, :load_id, Sequel[:trip_earnings][:trip_id])
        .all

    # What statements paid, as rows of Store::Pay.unsettled, by driver.
    def of_statements(ids) =
      join(:trips, id: :trip_id)
        .where(statement_id: ids)
        .order(:completed_on, Sequel[:trip_earnings][:id])
        .select_all(:trip_earnings)
        .select_append(Sequel[:trips][:number].as(:trip))
        .all
        .map { |row| row.merge(papers_in: true, payable: true) }
        .group_by { |row| row[:driver_id] }

    # On locked statements, with a wait that was left out: rows with the trip's number, held.
    def with_detention_held(trip_id) =
      where(trip_id:)
        .where(Sequel.lit("detention_held <> '{}'"))
        .exclude(Store::Pay.unlocked)
        .for_update
        .all
        .map { |row| row.merge(trip: DB[:trips].where(id: trip_id).get(:number), papers_in: true) }

    # Of Store::Pay.unsettled.
    def of_driver(driver_id) = where(Sequel[:trip_earnings][:driver_id] => driver_id)
    def of_ids(ids) = where(Sequel[:trip_earnings][:id] => ids)
    def driver_ids = select_map(Sequel[:trip_earnings][:driver_id]).uniq

    # As ItemParts' is.
    def tie(pairs) = Store::Pay.tie(:trip_earnings, pairs)
  end
