# frozen_string_literal: true

# What judging a crew for a load rests on: what trailer a load wants, what units can carry, papers that
# expire, time off, who looks after whom, and what the company lets a rule do.
Sequel.migration do
  up do
    alter_table(:loads) do
      add_column :trailer_kind, String, text: true
      add_constraint(
        :loads_trailer_kind_known,
        Sequel.lit(
          "trailer_kind IS NULL OR trailer_kind IN ('dry_van','reefer','flatbed','step_deck','lowboy')"
        )
      )
    end
    alter_table(:drivers) do
      add_column :home_by, Date
      add_column :forbidden_states, "text[]", null: false, default: Sequel.lit("'{}'")
      add_column :languages, "text[]", null: false, default: Sequel.lit("'{en}'")
      add_foreign_key :dispatcher_id, :accounts
    end
    alter_table(:units) do
      %i[capacity_lb capacity_cuft inner_length_in height_in tare_lb].each do |column|
        add_column column, Integer
      end
      add_column :miles_per_gallon, BigDecimal, size: [4, 2]
      %i[owner operator logging_device].each do |column|
        add_column column, String, text: true, null: false, default: ""
      end
      add_column :leased, TrueClass, null: false, default: false
      add_column :company_plates, TrueClass, null: false, default: true
      add_column :axle_spacings_ft, "numeric(4,1)[]", null: false, default: Sequel.lit("'{}'")
      %i[active_from active_to service_due_on].each { |column| add_column column, Date }
      add_constraint(
        :units_positive,
        Sequel.lit(
          "coalesce(least(capacity_lb, capacity_cuft, inner_length_in, height_in, tare_lb, " \
            "miles_per_gallon), 1) > 0"
        )
      )
      add_constraint(:units_active_in_order) do
        (active_from =~ nil) | (active_to =~ nil) | (active_from <= active_to)
      end
    end
    create_table(:days_off) do
      primary_key :id
      foreign_key :driver_id, :drivers, null: false
      Date :from_on, null: false
      Date :to_on, null: false
      String :why, text: true, null: false, default: ""
      constraint(:days_off_in_order) { from_on <= to_on }
      index :driver_id
    end
    # A paper of a driver or a unit that has a number or expires. A new one takes the place of the old, which
    # stays.
    create_table(:credentials) do
      primary_key :id
      foreign_key :driver_id, :drivers
      foreign_key :unit_id, :units
      String :kind, text: true, null: false
      String :number, text: true, null: false, default: ""
      Date :issued_on
      Date :expires_on
      String :verified_by, text: true
      timestamptz :verified_at
      String :content_type, text: true
      File :content
      foreign_key :replaced_by, :credentials
      constraint(:credentials_of_one) { Sequel.lit("(driver_id IS NULL) <> (unit_id IS NULL)") }
      constraint(
        :credentials_kind_known,
        kind: %w[
          registration
          annual_inspection
          insurance
          licence
          medical_card
          hazmat_endorsement
          passport
          other
        ]
      )
      constraint(:credentials_in_order) do
        (issued_on =~ nil) | (expires_on =~ nil) | (issued_on <= expires_on)
      end
      index :driver_id
      index :unit_id
    end
    # What the company lets a rule do where it differs from the rule's own effect.
    create_table(:fit_rules) do
      String :code, text: true, primary_key: true
      String :effect, text: true, null: false
      constraint(:fit_rules_effect_known, effect: %w[block warn off])
    end
    create_table(:match_settings) do
      Integer :id, primary_key: true, default: 1
      BigDecimal :fuel_price, size: [6, 3], null: false, default: 3.90
      BigDecimal :cost_per_mile, size: [6, 3], null: false, default: 0.35
      BigDecimal :cost_per_day, size: [8, 2], null: false, default: 180
      Integer :margin_minutes, null: false, default: 60
      BigDecimal :late_hourly, size: [8, 2], null: false, default: 75
      BigDecimal :home_missed, size: [8, 2], null: false, default: 250
      BigDecimal :uncovered, size: [8, 2], null: false, default: 300
      constraint(:match_settings_one_row, id: 1)
      constraint(:match_settings_not_negative) do
        (fuel_price >= 0) & (cost_per_mile >= 0) & (cost_per_day >= 0) & (margin_minutes >= 0) &
          (late_hourly >= 0) & (home_missed >= 0) & (uncovered >= 0)
      end
    end
    run "INSERT INTO match_settings (id) VALUES (1)"
    create_table(:hand_overs) do
      primary_key :id
      foreign_key :from_id, :accounts, null: false
      foreign_key :to_id, :accounts, null: false
      column :driver_ids, "integer[]", null: false
      String :notes, text: true, null: false, default: ""
      timestamptz :at, null: false
      timestamptz :seen_at
    end
    # Something that needs a decision, put off with a reason.
    create_table(:snoozes) do
      String :what, text: true, primary_key: true
      timestamptz :until, null: false
      String :why, text: true, null: false
      String :by, text: true, null: false
    end
  end
end
