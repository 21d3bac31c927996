# frozen_string_literal: true

# A driver says that the report of his trip is right.
Sequel.migration do
  up do
    alter_table(:check_ins) do
      drop_constraint :check_ins_kind_known
      add_constraint(
        :check_ins_kind_known,
        kind: %w[
          accepted
          declined
          pre_trip
          on_my_way
          arrived
          begun
          loaded
          delivered
          swapped
          dropped
          hooked
          parked
          left
          post_trip
          note
          customer_note
          paper
          seen
          confirmed
          corrected
          withdrawn
        ]
      )
    end
  end

  down { raise Sequel::Error, "What drivers have confirmed cannot be forgotten." }
end
