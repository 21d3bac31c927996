# frozen_string_literal: true

# The towns that a permit file's way was made for: where the load's stops change, its permits are for another
# way.
Sequel.migration { change { add_column :permit_files, :way, String, text: true, null: false, default: "" } }
