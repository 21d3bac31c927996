# frozen_string_literal: true

# A file's first day is its load's until a clerk fixes another. What was copied from an earlier permit says
# where this load differs: { from:, differs: [{ what:, there:, here: }] }. Tractors of the same sizes that may
# pull it as well: [{ number:, plate:, plate_state:, vin: }].
Sequel.migration do
  up do
    alter_table(:permit_files) do
      add_column :starts_fixed, TrueClass, null: false, default: false
      add_column :copied, :jsonb
      add_column :spare_tractors, :jsonb, null: false, default: Sequel.lit("'[]'::jsonb")
    end
    run <<~SQL
      UPDATE permit_files SET starts_fixed = true FROM loads
      WHERE loads.id = permit_files.load_id AND loads.pickup_at IS NOT NULL
        AND (loads.pickup_at AT TIME ZONE coalesce(loads.pickup_zone, 'UTC'))::date <> permit_files.starts_on
    SQL
  end
  down do
    alter_table(:permit_files) do
      drop_column :starts_fixed
      drop_column :copied
      drop_column :spare_tractors
    end
  end
end
