# frozen_string_literal: true

# What trips hold, drivers or units, from when to when.
module Store::Freight::Holds
  # Held at some time between two instants by a trip that was not called off.
  def held_between(from, to) =
    where(
      Sequel.pg_range_op(Sequel[first_source_table][:during]).overlaps(Store::Freight.range(from, to))
    ).where(trip_id: Store::Freight::Trips.live.select(:id))
end
