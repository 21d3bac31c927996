# frozen_string_literal: true

# What is given or taken once can be put right until it is on a locked statement, on the version that was seen.
Sequel.migration { up { alter_table(:pay_items) { add_column :version, Integer, null: false, default: 0 } } }
