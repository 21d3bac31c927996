# frozen_string_literal: true

# Papers of loads.
Store::Tracking::Papers =
  Store::Table.of(:papers) do
    # Of each trip, Hash of load id to the kinds of paper that came in for it, from any trip of the load.
    def kinds(trip_ids)
      DB[:trip_loads]
        .left_join(:papers, load_id: :load_id)
        .where(Sequel[:trip_loads][:trip_id] => trip_ids)
        .order(Sequel[:trip_loads][:trip_id], Sequel[:trip_loads][:load_id], Sequel[:papers][:id])
        .select(Sequel[:trip_loads][:trip_id], Sequel[:trip_loads][:load_id], :kind)
        .all
        .group_by { |row| row[:trip_id] }
        .transform_values do |rows|
          rows
            .group_by { |row| row[:load_id] }
            .transform_values { |list| list.filter_map { |row| row[:kind] } }
        end
    end

    # Core::Freight::Papers.wanted as a condition on trips: some load of the trip has no paper that proves it.
    # A spec holds the two together.
    def wanted
      proof =
        DB[:papers].where(
          Sequel[:papers][:load_id] => Sequel[:trip_loads][:load_id],
          :kind => Core::Freight::Papers::PROOF
        )
      DB[:trip_loads].where(Sequel[:trip_loads][:trip_id] => Sequel[:trips][:id]).exclude(proof.exists).exists
    end

    def of(load_ids) = where(load_id: load_ids).order(:id)

    def with_content(id) = join(:paper_contents, paper_id: :id).first(Sequel[:papers][:id] => id)

    # What came of his own trips; and a permit by whoever carries the load, also where he took it over after it
    # was issued.
    def may_read?(driver_id, paper)
      Store::Tracking.trip_of?(driver_id, paper[:trip_id]) ||
        (
          paper[:kind] == "permit" &&
            !DB[:trip_loads]
              .join(:trip_drivers, trip_id: :trip_id)
              .where(load_id: paper[:load_id], driver_id:)
              .empty?
        )
    end
  end
