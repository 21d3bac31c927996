# frozen_string_literal: true

# Which phrase a text was, and of which stop: what a driver writes back is read by what he was asked.
Sequel.migration do
  up do
    alter_table(:texts) do
      add_column :phrase, String, text: true
      add_foreign_key :stop_id, :stops, on_delete: :set_null
      add_index %i[driver_id id]
    end
  end

  down { raise Sequel::Error, "Migrations only go forward." }
end
