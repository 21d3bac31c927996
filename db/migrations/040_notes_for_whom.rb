# frozen_string_literal: true

# Notes for dispatch stay with dispatch; what the driver is to know is written for him, for the load and for each
# stop, with the number or code that is asked for there.
Sequel.migration do
  up do
    alter_table(:loads) { add_column :driver_notes, :text, null: false, default: "" }
    alter_table(:loads) { add_foreign_key :booked_with, :loads }
    alter_table(:stops) { add_column :reference, :text, null: false, default: "" }
  end
end
