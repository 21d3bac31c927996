# frozen_string_literal: true

# Waits at docks that a customer may be charged.
Store::Tracking::DetentionClaims =
  Store::Table.of(:detention_claims) do
    def load_id_of(id) = join(:stops, id: :stop_id).where(Sequel[:detention_claims][:id] => id).get(:load_id)

    # Neither charged nor dropped, by trip: Arrays of [trip_id, minutes, town, stop_id].
    def open_by_trip(trip_ids) =
      join(:stops, id: :stop_id)
        .where(:trip_id => trip_ids, Sequel[:detention_claims][:status] => "proposed")
        .order(Sequel[:detention_claims][:id])
        .select_map(%i[trip_id minutes town stop_id])
        .group_by(&:first)
  end
