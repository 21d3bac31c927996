# frozen_string_literal: true

# The rest of a permit clerk's desk: the way in parts with hours of their own, several loads on one move,
# permits that the company holds for a year or some trips, amendments, what was paid to whom, combinations
# with their axles.
Sequel.migration do
  up do
    alter_table(:permit_files) do
      # By leg of the load: Array of { state, minutes, from, to, near }, empty where no way was found.
      add_column :sections, :jsonb, null: false, default: "[]"
      # Of each part of the way that had to avoid something: how many miles longer it is, and minutes.
      add_column :detour, :jsonb, null: false, default: "{}"
      # The fax number or address, where a permit does not come by download.
      add_column :deliver_to, String, text: true, null: false, default: ""
    end
    # Further loads on the same move, beside the file's own.
    create_table(:permit_file_loads) do
      foreign_key :load_id, :loads, primary_key: true
      foreign_key :file_id, :permit_files, null: false, index: true
    end
    create_table(:standing_permits) do
      primary_key :id
      String :jurisdiction, text: true, null: false
      String :number, text: true, null: false
      # Nil for any of the company's tractors.
      foreign_key :tractor_id, :units
      %i[width_in height_in length_in gross_lb].each { |column| Integer column, null: false }
      Date :valid_from, null: false
      Date :valid_to, null: false
      # Nil where it is good for any number of trips.
      Integer :trips
      String :conditions, text: true, null: false, default: ""
      String :made_by, text: true, null: false
      timestamptz :made_at, null: false
      timestamptz :ended_at
      Integer :version, null: false, default: 0
      constraint(:standing_permits_days_in_order) { valid_from <= valid_to }
      constraint(:standing_permits_some_trips, Sequel.lit("trips IS NULL OR trips > 0"))
      constraint(:standing_permits_positive) do
        (width_in > 0) & (height_in > 0) & (length_in > 0) & (gross_lb > 0)
      end
    end
    run "CREATE UNIQUE INDEX standing_permits_once ON standing_permits (jurisdiction, number) WHERE " \
          "ended_at IS NULL"
    create_table(:permit_receipts) do
      primary_key :id
      String :jurisdiction, text: true, null: false
      String :method, text: true, null: false
      BigDecimal :amount, size: [10, 2], null: false
      String :state, text: true, null: false, default: "started"
      # The office's own name for the payment, its receipt, and where a card is asked for.
      String :office_id, text: true
      String :number, text: true
      String :checkout_url, text: true
      File :pdf
      String :said, text: true, null: false, default: ""
      String :by, text: true, null: false
      timestamptz :started_at, null: false
      timestamptz :ended_at
      constraint(:permit_receipts_method_known, method: %w[balance card elsewhere])
      constraint(:permit_receipts_state_known, state: %w[started paid failed])
      constraint(:permit_receipts_positive) { amount > 0 }
      constraint(:permit_receipts_paid_have_number, Sequel.lit("state <> 'paid' OR number IS NOT NULL"))
    end
    alter_table(:permits) do
      # The issued permit that this one is to take the place of.
      add_foreign_key :amends_id, :permits
      add_foreign_key :standing_id, :standing_permits
      add_foreign_key :receipt_id, :permit_receipts
      # The earlier permit whose kind it keeps.
      add_foreign_key :copied_from_id, :permits
    end
    run "DROP INDEX permits_one_a_state"
    run "CREATE UNIQUE INDEX permits_one_a_state ON permits (file_id, jurisdiction) WHERE state <> " \
          "'cancelled' AND amends_id IS NULL"
    run "CREATE UNIQUE INDEX permits_one_amendment ON permits (amends_id) WHERE state <> 'cancelled'"
    # A tractor and a trailer as they are hooked, with the feet between all their axles.
    create_table(:combinations) do
      primary_key :id
      foreign_key :tractor_id, :units, null: false
      foreign_key :trailer_id, :units
      String :name, text: true, null: false
      # Array of feet, the first 0.
      column :spacings_ft, :jsonb, null: false
      String :made_by, text: true, null: false
      timestamptz :made_at, null: false
      timestamptz :ended_at
      Integer :version, null: false, default: 0
    end
    run "CREATE UNIQUE INDEX combinations_once ON combinations (tractor_id, coalesce(trailer_id, 0)) " \
          "WHERE ended_at IS NULL"
  end

  down { raise Sequel::Error, "What was paid and issued cannot be forgotten." }
end
