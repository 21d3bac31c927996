# frozen_string_literal: true

# What was changed of a trip that its drivers have, until each says that he has seen it. Service of a unit by
# miles as well as by date.
Sequel.migration do
  up do
    create_table(:trip_changes) do
      primary_key :id
      foreign_key :trip_id, :trips, null: false
      foreign_key :driver_id, :drivers, null: false
      String :what, text: true, null: false
      timestamptz :at, null: false
      timestamptz :seen_at
      index :trip_id
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
          seen
        ]
      )
    end
    alter_table(:units) do
      add_column :service_every_miles, Integer
      add_column :serviced_on, Date
      add_constraint(:units_service_miles, Sequel.lit("service_every_miles > 0"))
    end
    # How many days before a paper runs out it is pointed out.
    alter_table(:match_settings) do
      {
        licence_days: 45,
        medical_card_days: 30,
        registration_days: 30,
        annual_inspection_days: 30,
        other_paper_days: 30
      }.each { |column, days| add_column column, Integer, null: false, default: days }
    end
  end

  down { raise Sequel::Error, "What drivers were told of a trip cannot be forgotten." }
end
