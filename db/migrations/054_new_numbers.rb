# frozen_string_literal: true

# Who has given a driver another telephone number, and when: pay is not read on it until the driver has typed the
# PIN that he had before, or a second person has confirmed it.
Sequel.migration do
  change do
    alter_table(:drivers) do
      add_column :new_number_by, String, text: true
      add_column :new_number_at, :timestamptz
      add_column :new_number_pin, TrueClass, null: false, default: false
    end
  end
end
