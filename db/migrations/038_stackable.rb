# frozen_string_literal: true

# Whether pieces of freight may stand on each other, for laying out a deck.
Sequel.migration do
  up { alter_table(:freight_lines) { add_column :stackable, :boolean, null: false, default: false } }
end
