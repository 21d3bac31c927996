# frozen_string_literal: true

# Pay in all its terms: bands of haul, per diem, overtime, a day's minimum, miles by route, odometer or as
# agreed; receipts of drivers; rent of their trailers; cards and their transactions; interest on escrow;
# several operating companies; a large run built in the worker.
Sequel.migration do
  up do
    create_table(:operating_companies) do
      primary_key :id
      String :name, text: true, null: false
      %i[address town state zip bank_company_id].each do |column|
        String column, text: true, null: false, default: ""
      end
      TrueClass :retired, null: false, default: false
      unique :name, name: :operating_companies_name_once
    end
    alter_table(:drivers) { add_foreign_key :operating_company_id, :operating_companies }
    # As it was when the statement was made: a driver may go over to another company.
    alter_table(:statements) { add_foreign_key :operating_company_id, :operating_companies }

    alter_table(:pay_plans) do
      add_column :miles_by, String, text: true, null: false, default: "route"
      # [{ to_miles:, rate: }], shortest first
      add_column :haul_bands, :jsonb, null: false, default: Sequel.lit("'[]'")
      add_column :percent_of, "text[]", null: false, default: Sequel.lit("'{}'")
      # { activity: dollars an hour }
      add_column :activity_rates, :jsonb, null: false, default: Sequel.lit("'{}'")
      add_column :overtime_after_hours, BigDecimal, size: [5, 2]
      add_column :per_diem_mile_rate, BigDecimal, size: [11, 4], null: false, default: 0
      add_column :per_diem_daily, BigDecimal, size: [12, 2]
      add_column :day_minimum, BigDecimal, size: [12, 2], null: false, default: 0
      add_column :detention_free_minutes, Integer, null: false, default: 120
      add_column :detention_step_minutes, Integer, null: false, default: 15
      add_constraint(:pay_plans_miles_by_known, miles_by: %w[route odometer agreed])
      add_constraint(:pay_plans_terms_not_negative) do
        (per_diem_mile_rate >= 0) & (day_minimum >= 0) & (detention_free_minutes >= 0) &
          (detention_step_minutes > 0)
      end
    end
    alter_table(:loads) do
      # As the customer and we have agreed, where it is not the route's.
      add_column :agreed_miles, BigDecimal, size: [8, 1]
      add_constraint(:loads_agreed_miles_positive) { agreed_miles > 0 }
    end
    alter_table(:trip_earnings) do
      # Loaded miles by other measures than the route; nil where nobody told.
      add_column :odometer_miles, BigDecimal, size: [8, 1]
      add_column :agreed_miles, BigDecimal, size: [8, 1]
      # [{ label:, amount: }] and [{ day:, activity:, hours: }]
      add_column :accessorials, :jsonb, null: false, default: Sequel.lit("'[]'")
      add_column :worked, :jsonb, null: false, default: Sequel.lit("'[]'")
      add_column :days, Integer, null: false, default: 1
    end
    # What the company pays the operator for each day on which his unit was active.
    add_column :units, :rent_daily, BigDecimal, size: [12, 2]

    # What a driver has laid out for the company, with a picture of the receipt.
    create_table(:receipts) do
      primary_key :id
      foreign_key :driver_id, :drivers, null: false, index: true
      foreign_key :trip_id, :trips
      String :kind, text: true, null: false
      BigDecimal :amount, size: [12, 2], null: false
      Date :spent_on, null: false
      String :note, text: true, null: false, default: ""
      String :content_type, text: true, null: false
      String :sha256, text: true, null: false
      timestamptz :at, null: false
      String :state, text: true, null: false, default: "handed_in"
      String :answered_by, text: true
      timestamptz :answered_at
      String :why, text: true
      foreign_key :item_id, :one_time_items
      constraint(:receipts_kind_known, kind: %w[scale toll lumper parking parts washout other])
      constraint(:receipts_state_known, state: %w[handed_in paid_back refused])
      constraint(:receipts_amount_sane) { (amount > 0) & (amount <= 5000) }
      constraint(
        :receipts_answered,
        Sequel.lit(
          "(state = 'paid_back') = (item_id IS NOT NULL) AND (state <> 'refused' OR why IS NOT NULL)"
        )
      )
    end
    create_table(:receipt_contents) do
      foreign_key :receipt_id, :receipts, primary_key: true
      File :content, null: false
    end

    # Fuel cards and toll tags: of a driver, or of a unit.
    create_table(:cards) do
      primary_key :id
      String :number, text: true, null: false, unique: true, unique_constraint_name: :cards_number_once
      foreign_key :driver_id, :drivers
      foreign_key :unit_id, :units
      constraint(:cards_of_one, Sequel.lit("(driver_id IS NULL) <> (unit_id IS NULL)"))
    end
    create_table(:card_files) do
      primary_key :id
      String :name, text: true, null: false
      String :sha256, text: true, null: false, unique: true, unique_constraint_name: :card_files_once
      Integer :rows, null: false
      String :by, text: true, null: false
      timestamptz :at, null: false
    end
    create_table(:card_transactions) do
      primary_key :id
      foreign_key :file_id, :card_files, null: false
      # The issuer's own number of it: it comes once, in whatever file.
      String :reference,
             text: true,
             null: false,
             unique: true,
             unique_constraint_name: :card_transactions_once
      String :kind, text: true, null: false
      %i[card unit place state].each { |column| String column, text: true, null: false, default: "" }
      timestamptz :at, null: false
      String :local_time, text: true, null: false
      BigDecimal :gallons, size: [9, 3]
      BigDecimal :amount, size: [12, 2], null: false
      foreign_key :driver_id, :drivers
      foreign_key :trip_id, :trips
      # Why it was matched so, or why it was not: a sentence.
      String :matched_by, text: true, null: false, default: ""
      String :bears, text: true
      foreign_key :item_id, :one_time_items
      String :settled_by, text: true
      constraint(:card_transactions_kind_known, kind: %w[fuel def reefer_fuel toll cash fee other])
      constraint(
        :card_transactions_bears_known,
        Sequel.lit("bears IS NULL OR bears IN ('company', 'driver')")
      )
      constraint(
        :card_transactions_item_of_driver,
        Sequel.lit("(bears = 'driver') = (item_id IS NOT NULL) OR bears IS NULL AND item_id IS NULL")
      )
      index %i[driver_id at]
    end

    # The yearly rate on escrow funds from a quarter on; a fund's interest is posted once a quarter.
    create_table(:escrow_interest) do
      primary_key :id
      foreign_key :driver_id, :drivers, null: false
      String :label, text: true, null: false
      Date :quarter_from, null: false
      BigDecimal :percent, size: [7, 4], null: false
      BigDecimal :average_balance, size: [12, 2], null: false
      BigDecimal :amount, size: [12, 2], null: false
      foreign_key :transaction_id, :ledger_transactions, type: :Bignum
      unique %i[driver_id label quarter_from], name: :escrow_interest_once
    end
    alter_table(:ledger_transactions) do
      drop_constraint(:ledger_transactions_kind_known)
      add_constraint(:ledger_transactions_kind_known, kind: %w[statement payment advance reversal interest])
    end
    alter_table(:ledger_entries) do
      drop_constraint(:ledger_entries_account_known)
      add_constraint(
        :ledger_entries_account_known,
        account: %w[
          earnings
          reimbursements
          taxes
          garnishments
          deductions
          advances
          escrow
          net_payable
          carried_forward
          bank
          fees
          interest
        ]
      )
    end

    # What many are given once waits for a second person, as a deduction does.
    alter_table(:deduction_changes) do
      add_column :kind, String, text: true, null: false, default: "deduction"
      add_constraint(:deduction_changes_kind_of_change, kind: %w[deduction one_time])
    end

    # A large run is built in the worker: how many of its drivers' statements are done.
    alter_table(:pay_runs) do
      add_column :to_build, Integer
      add_column :built, Integer
    end
    # All statements of a run on paper: how many are drawn, and the file when they all are.
    create_table(:pay_files) do
      primary_key :id
      foreign_key :pay_run_id, :pay_runs, null: false, unique: true, unique_constraint_name: :pay_files_once
      Integer :made, null: false, default: 0
      Integer :total, null: false
      File :content
      timestamptz :at, null: false
    end
  end

  down { raise Sequel::Error, "What was paid cannot be forgotten." }
end
