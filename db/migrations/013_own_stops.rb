# frozen_string_literal: true

# Stops of a trip that are no customer's: where a load goes over to another crew, where a trailer is dropped
# or hooked, a yard.
Sequel.migration do
  up do
    alter_table(:stops) do
      set_column_allow_null :load_id
      add_foreign_key :unit_id, :units
      drop_constraint :stops_kind_known
      add_constraint(:stops_kind_known, kind: %w[pickup delivery swap drop hook yard])
      add_constraint(:stops_whose, Sequel.lit("(load_id IS NOT NULL) = (kind IN ('pickup', 'delivery'))"))
      add_constraint(:stops_which_trailer, Sequel.lit("(unit_id IS NOT NULL) = (kind IN ('drop', 'hook'))"))
    end
    alter_table(:trip_units) do
      drop_constraint :trip_units_role_known
      add_constraint(:trip_units_role_known, role: %w[tractor trailer second_trailer])
    end
    alter_table(:check_ins) do
      drop_constraint :check_ins_kind_known
      add_constraint(
        :check_ins_kind_known,
        kind: %w[
          accepted
          declined
          on_my_way
          arrived
          loaded
          delivered
          swapped
          dropped
          hooked
          parked
          left
          note
          paper
        ]
      )
    end
  end

  down { raise Sequel::Error, "Stops of its own that a trip has made cannot be forgotten." }
end
