# frozen_string_literal: true

# Where a driver became empty, put right by a person: from the end of the trip before until the next one ends.
Sequel.migration do
  up do
    create_table(:driver_places) do
      primary_key :id, type: :Bignum
      foreign_key :driver_id, :drivers, type: :Bignum, null: false
      column :at, :timestamptz, null: false
      String :town, text: true, null: false
      String :state, text: true, null: false
      Float :latitude, null: false
      Float :longitude, null: false
      index %i[driver_id at]
    end
  end

  down { raise Sequel::Error, "Migrations only go forward." }
end
