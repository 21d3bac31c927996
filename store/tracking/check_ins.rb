# frozen_string_literal: true

# What drivers told, or a device did.
Store::Tracking::CheckIns =
  Store::Table.of(:check_ins) do
    # Steps of a trip that nobody has taken back.
    def standing(trip_id) =
      where(trip_id:).exclude(
        key: DB[:check_ins].where(trip_id:, kind: "withdrawn").exclude(corrects: nil).select(:corrects)
      )

    # The same step at the same stop, told as done within so many seconds of an instant.
    def told_near(kind, stop_id, at, seconds) =
      where(kind:, stop_id:).where(done_at: (at - seconds)..(at + seconds))

    # Readings of the odometer on a trip, in miles.
    def odometers(trip_id) =
      where(trip_id:).where(Sequel.lit("details ? 'odometer'")).select_map(
        Sequel.lit("(details->>'odometer')::integer")
      )
  end
