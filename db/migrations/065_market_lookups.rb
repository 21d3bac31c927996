# frozen_string_literal: true

# Looking finds live postings by where they begin. A watch asks all that looking does, and states that are often asked
# for together have a name.
Sequel.migration do
  change do
    alter_table(:postings) do
      add_index %i[origin_latitude origin_longitude trailer_kind],
                where: {
                  gone_at: nil
                },
                name: :postings_live_by_origin
    end
    alter_table(:watches) do
      add_column :exactly, TrueClass, null: false, default: false
      add_column :pickup_from, :timestamptz
      add_column :pickup_to, :timestamptz
      # Where it ends: the words and the point, with miles around it.
      add_column :ends_at, String, text: true
      add_column :ends_latitude, Float
      add_column :ends_longitude, Float
      add_column :ends_miles, Integer
    end
    create_table(:market_areas) do
      primary_key :id
      String :name, text: true, null: false
      column :states, "text[]", null: false
      String :who, text: true, null: false
      column :made_at, :timestamptz, null: false
      index Sequel.function(:lower, :name), unique: true, name: :market_areas_name_once
    end
  end
end
