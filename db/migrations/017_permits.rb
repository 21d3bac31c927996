# frozen_string_literal: true

# The permit file of a load: what moves, for every state a permit with what its office said; what may start
# without.
Sequel.migration do
  up do
    create_table(:permit_files) do
      primary_key :id
      foreign_key :load_id, :loads, null: false
      %i[width_in height_in length_in gross_lb].each { |column| Integer column, null: false }
      %i[trailer_length_in front_overhang_in rear_overhang_in].each { |column| Integer column }
      # Array of { weight_lb, spacing_ft }, empty while nobody has weighed it.
      column :axles, :jsonb, null: false, default: "[]"
      TrueClass :divisible, null: false, default: false
      foreign_key :tractor_id, :units
      foreign_key :trailer_id, :units
      String :what, text: true, null: false
      String :serial_number, text: true, null: false, default: "none"
      String :reference, text: true, null: false, default: ""
      String :contact, text: true, null: false, default: ""
      String :deliver_by, text: true, null: false, default: "download"
      Date :starts_on, null: false
      # Array of { state, miles, from, to, turns }: the way, by state, for this size.
      column :route, :jsonb, null: false, default: "[]"
      # What stands in the way of the size, and what the clerk wishes where no way is found.
      column :obstacles, :jsonb, null: false, default: "[]"
      String :wished_route, text: true, null: false, default: ""
      String :attested_by, text: true
      timestamptz :attested_at
      String :made_by, text: true, null: false
      timestamptz :made_at, null: false
      Integer :version, null: false, default: 0
      unique :load_id, name: :permit_files_one_a_load
      constraint(:permit_files_positive) do
        (width_in > 0) & (height_in > 0) & (length_in > 0) & (gross_lb > 0)
      end
      constraint(:permit_files_delivery_known, deliver_by: %w[download mail fax])
      constraint(
        :permit_files_attested_by_somebody,
        Sequel.lit("(attested_by IS NULL) = (attested_at IS NULL)")
      )
    end
    create_table(:permits) do
      primary_key :id
      foreign_key :file_id, :permit_files, null: false
      String :jurisdiction, text: true, null: false
      String :kind, text: true, null: false
      String :state, text: true, null: false, default: "draft"
      BigDecimal :miles, size: [8, 1], null: false, default: 0
      BigDecimal :fee, size: [10, 2]
      Date :valid_from
      Date :valid_to
      String :number, text: true
      String :office_id, text: true
      # What the office asks, why it refuses, under which conditions it issues.
      String :said, text: true, null: false, default: ""
      String :answer, text: true, null: false, default: ""
      # Told of the vehicle that the permit is for, to see a change.
      column :issued_for, :jsonb, null: false, default: "{}"
      foreign_key :paper_id, :papers
      Integer :attempt, null: false, default: 0
      timestamptz :sent_at
      timestamptz :answered_at
      Integer :version, null: false, default: 0
      constraint(:permits_state_known, state: %w[draft sent review asked refused issued cancelled])
      constraint(
        :permits_issued_have_number,
        Sequel.lit(
          "state <> 'issued' OR (number IS NOT NULL AND valid_from IS NOT NULL AND valid_to IS NOT NULL)"
        )
      )
      index :file_id
    end
    run "CREATE UNIQUE INDEX permits_one_a_state ON permits (file_id, jurisdiction) WHERE state <> " \
          "'cancelled'"
    # What the company has put right of a jurisdiction's values, and who looked at them.
    create_table(:permit_values) do
      String :jurisdiction, text: true, null: false
      String :part, text: true, null: false
      String :name, text: true, null: false
      Integer :value
      String :source, text: true, null: false
      String :checked_by, text: true, null: false
      timestamptz :checked_at, null: false
      primary_key %i[jurisdiction part name]
    end
  end

  down { raise Sequel::Error, "What offices have issued cannot be forgotten." }
end
