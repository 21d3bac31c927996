# frozen_string_literal: true

# Miles by road: of each leg of a load and of a trip, with minutes, states and tolls; and the points that a
# leg was bent through by hand.
Sequel.migration do
  up do
    alter_table(:stops) do
      add_column :leg_miles, BigDecimal, size: [8, 1]
      add_column :leg_minutes, Integer
      add_column :leg_by_state, :jsonb
      add_column :leg_estimated, TrueClass, null: false, default: true
    end
    alter_table(:trip_stops) do
      add_column :minutes, Integer
      add_column :by_state, :jsonb, null: false, default: Sequel.lit("'[]'::jsonb")
      add_column :tolls, BigDecimal, size: [8, 2], null: false, default: 0
      add_column :via, :jsonb, null: false, default: Sequel.lit("'[]'::jsonb")
      add_column :direct_miles, BigDecimal, size: [8, 1]
      add_column :estimated, TrueClass, null: false, default: true
    end
    alter_table(:trips) do
      add_column :empty_minutes, Integer
      add_column :empty_by_state, :jsonb, null: false, default: Sequel.lit("'[]'::jsonb")
      add_column :empty_from, String, text: true
      add_column :empty_latitude, Float
      add_column :empty_longitude, Float
    end
    alter_table(:trip_earnings) do
      add_column :by_state, :jsonb, null: false, default: Sequel.lit("'[]'::jsonb")
    end
  end
end
