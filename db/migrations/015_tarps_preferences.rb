# frozen_string_literal: true

# Which units carry tarps (null: nobody says), and how a driver likes to work, in words.
Sequel.migration do
  up do
    alter_table(:units) { add_column :tarps, TrueClass }
    alter_table(:drivers) { add_column :preferences, String, text: true, null: false, default: "" }
  end

  down { raise Sequel::Error, "What was said of drivers and units cannot be forgotten." }
end
