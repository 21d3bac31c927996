# frozen_string_literal: true

# The points that the way to a load's stop, from its stop before, is bent through: they are the load's, whoever
# has it.
Sequel.migration do
  up do
    alter_table(:stops) { add_column :via, :jsonb, null: false, default: Sequel.lit("'[]'::jsonb") }
    # Where one load is aboard, the way to a stop comes from the load's stop before.
    run <<~SQL
      UPDATE stops SET via = trip_stops.via
      FROM trip_stops JOIN trips ON trips.id = trip_stops.trip_id
      WHERE trip_stops.stop_id = stops.id AND stops.position > 0 AND stops.load_id IS NOT NULL
        AND jsonb_array_length(trip_stops.via) > 0 AND trips.status <> 'cancelled'
        AND (SELECT count(*) FROM trip_loads WHERE trip_loads.trip_id = trips.id) = 1
    SQL
  end
  down { alter_table(:stops) { drop_column :via } }
end
