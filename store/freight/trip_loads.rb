# frozen_string_literal: true

# Which loads are on which trips.
Store::Freight::TripLoads =
  Store::Table.of(:trip_loads) do
    def load_ids(trip_id) = where(trip_id:).order(:load_id).select_map(:load_id)

    # Trips in one of these states that carry nothing but partials.
    def partial_trip_ids(states) =
      join(:loads, id: :load_id)
        .join(:trips, id: Sequel[:trip_loads][:trip_id])
        .where(Sequel[:trips][:status] => states)
        .group(:trip_id)
        .having { bool_and(size: "partial") }
        .select_map(:trip_id)

    # Numbers of the loads of trips: rows of trip_id, load_id and number.
    def numbers(trip_ids) =
      join(:loads, id: :load_id).where(trip_id: trip_ids).select(:trip_id, :load_id, :number).all
  end
