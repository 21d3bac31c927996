# frozen_string_literal: true

# Any rule set of data/hours may be a driver's: which there are is the data's to say.
Sequel.migration { up { alter_table(:drivers) { drop_constraint(:drivers_hours_rules_known) } } }
