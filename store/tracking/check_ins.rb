# frozen_string_literal: true

# What drivers told, or a device did.
Store::Tracking::CheckIns =
  Store::Table.of(:check_ins) do
    # With something told beside the step.
    def detailed = exclude(details: Sequel.pg_jsonb({}))

    # Readings of the odometer on a trip, in miles.
    def odometers(trip_id) =
      where(trip_id:).where(Sequel.lit("details ? 'odometer'")).select_map(
        Sequel.lit("(details->>'odometer')::integer")
      )
  end
