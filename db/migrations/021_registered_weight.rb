# frozen_string_literal: true

# The weight that a unit's plates are for: permit offices ask it.
Sequel.migration { change { add_column :units, :registered_lb, Integer } }
