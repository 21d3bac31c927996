# frozen_string_literal: true

# The stops of trips, in the order they are made.
Store::Freight::TripStops =
  Store::Table.of(:trip_stops) do
    # Where something has happened: some only say that they have delivered, and not that they came.
    def reached = exclude(%i[arrived_at begun_at worked_at left_at].to_h { |at| [at, nil] })

    # In order, with the whole row of each stop instead of the trip's.
    def stops_of(trip_id) =
      join(:stops, id: :stop_id).where(trip_id:).order(Sequel[:trip_stops][:position]).select_all(:stops)

    def of_live_trips = where(trip_id: Store::Freight::Trips.live.select(:id))

    # Trips with which these share a swap: what they hand over, or take over.
    def handing_over(trip_ids)
      swaps = stops_of(trip_ids).where(kind: "swap").select(Sequel[:stops][:id])
      where(stop_id: swaps.unordered).exclude(trip_id: trip_ids).select_map(:trip_id)
    end

    # Trips under way that stand at a stop.
    def standing_trip_ids =
      join(:trips, id: :trip_id)
        .where(status: "rolling", left_at: nil)
        .exclude(arrived_at: nil)
        .distinct
        .select_map(:trip_id)

    # In order, each with the radius of its place, nil where it has none of its own.
    def with_radius(trip_id) =
      join(:stops, id: :stop_id)
        .left_join(:places, id: Sequel[:stops][:place_id])
        .where(trip_id:)
        .order(Sequel[:trip_stops][:position])
        .select(Sequel[:stops][:id], Sequel[:stops][:latitude], Sequel[:stops][:longitude], :radius_m)
        .all

    # The position that the trip of a row has got to.
    def furthest =
      DB[:trip_stops]
        .from_self(alias: :others)
        .where(Sequel[:others][:trip_id] => Sequel[:trip_stops][:trip_id])
        .exclude(Sequel[:others][:arrived_at] => nil)
        .select(Sequel.function(:max, Sequel[:others][:position]))

    # Stops of loads with what their customer has free; reached - the position that a trip has got to.
    def docks(trip_ids) =
      join(:stops, id: :stop_id)
        .join(:loads, id: :load_id)
        .join(:customers, id: :customer_id)
        .where(trip_id: trip_ids)
        .order(:trip_id, Sequel[:trip_stops][:position])
        .select(
          :trip_id,
          :stop_id,
          Sequel[:trip_stops][:position],
          :arrived_at,
          :worked_at,
          :left_at,
          :from_at,
          Sequel[:stops][:name],
          Sequel[:stops][:kind],
          Sequel[:stops][:zone],
          :load_id,
          Sequel[:loads][:number],
          Sequel[:customers][:name].as(:customer),
          :detention_free_minutes,
          :detention_step_minutes,
          :detention_hourly,
          furthest.as(:reached)
        )
        .all
  end
