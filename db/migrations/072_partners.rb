# frozen_string_literal: true

# Partner carriers: who they are and how they are insured, what they are offered, what they haul for us, and what they
# bill. Their drivers are drivers of trips whom nobody of ours can plan with.
Sequel.migration do
  up do
    create_table(:partners) do
      primary_key :id
      String :name, text: true, null: false
      String :authority_number, text: true, null: false
      String :usdot_number, text: true, null: false, default: ""
      %i[contact phone email address town state zip notes].each do |name|
        String name, text: true, null: false, default: ""
      end
      column :trailer_kinds, "text[]", null: false, default: "{}"
      column :lanes, "jsonb", null: false, default: "[]"
      Date :agreement_on
      Date :w9_on
      # Sealed: the taxpayer's number as the W-9 has it.
      String :tax_number, text: true
      Integer :terms_days, null: false, default: 30
      Integer :quick_pay_days
      column :quick_pay_percent, "numeric(5,2)"
      # Why dispatch gives them nothing more, where it does not.
      String :stopped_why, text: true
      column :bank_changed_at, "timestamptz"
      column :address_changed_at, "timestamptz"
      column :taken_on_at, "timestamptz", null: false
      Integer :version, null: false, default: 0
      column :search_text,
             :text,
             generated_always_as:
               Sequel.lit(
                 "lower(name || ' ' || authority_number || ' ' || town || ' ' || state || ' ' || phone)"
               )
      unique :name, name: :partners_name_once
      unique :authority_number, name: :partners_authority_once
      constraint(:partners_terms_sane, Sequel.lit("terms_days BETWEEN 0 AND 365"))
      constraint(
        :partners_quick_pay_sane,
        Sequel.lit(
          "num_nonnulls(quick_pay_days, quick_pay_percent) IN (0, 2) AND (quick_pay_days IS NULL OR " \
            "quick_pay_days BETWEEN 0 AND 60 AND quick_pay_percent > 0 AND quick_pay_percent <= 20)"
        )
      )
    end
    create_table(:partner_insurances) do
      primary_key :id
      foreign_key :partner_id, :partners, null: false, index: true
      String :kind, text: true, null: false
      column :limit, "numeric(12,2)", null: false
      String :insurer, text: true, null: false
      String :policy, text: true, null: false, default: ""
      Date :from_on, null: false
      Date :expires_on, null: false
      String :content_type, text: true
      column :content, "bytea"
      String :added_by, text: true, null: false
      column :added_at, "timestamptz", null: false
      column :dropped_at, "timestamptz"
      constraint(:partner_insurances_kind_known, kind: %w[auto_liability cargo general_liability])
      constraint(:partner_insurances_in_order, Sequel.lit("from_on < expires_on AND \"limit\" > 0"))
    end
    # What the register of authority and insurance said last.
    create_table(:partner_register) do
      foreign_key :partner_id, :partners, primary_key: true
      column :heard_at, "timestamptz", null: false
      column :said, "jsonb", null: false
    end
    create_table(:partner_bank_accounts) do
      foreign_key :partner_id, :partners, primary_key: true
      String :routing, text: true, null: false
      String :account, text: true, null: false
      String :kind, text: true, null: false
      String :made_by, text: true, null: false
      String :made_by_ref, text: true, null: false
      column :made_at, "timestamptz", null: false
      # Who rang the partner on a number that was known before, and when.
      String :confirmed_by, text: true
      column :confirmed_at, "timestamptz"
      constraint(:partner_bank_accounts_kind_known, kind: %w[checking savings])
    end
    create_table(:partner_rules) do
      primary_key :id
      column :auto_least, "numeric(12,2)", null: false
      column :cargo_least, "numeric(12,2)", null: false
      column :general_least, "numeric(12,2)"
      Integer :authority_days, null: false
      Integer :changed_days, null: false
      Integer :answer_minutes, null: false
      String :broker_number, text: true, null: false, default: ""
      String :terms, text: true, null: false
      Integer :terms_version, null: false, default: 1
      Integer :version, null: false, default: 0
    end
    run "CREATE UNIQUE INDEX partner_rules_one ON partner_rules ((true))"

    create_table(:tenders) do
      primary_key :id
      foreign_key :load_id, :loads, null: false, index: true
      String :way, text: true, null: false
      Integer :answer_minutes, null: false
      String :status, text: true, null: false, default: "open"
      String :made_by, text: true, null: false
      column :made_at, "timestamptz", null: false
      constraint(:tenders_way_known, way: %w[in_order at_once])
      constraint(:tenders_status_known, status: %w[open taken over withdrawn])
    end
    run "CREATE UNIQUE INDEX tenders_one_open ON tenders (load_id) WHERE status = 'open'"
    create_table(:tender_offers) do
      primary_key :id
      foreign_key :tender_id, :tenders, null: false
      foreign_key :partner_id, :partners, null: false, index: true
      Integer :position, null: false
      column :price, "numeric(12,2)", null: false
      String :status, text: true, null: false, default: "waiting"
      String :salt, text: true, null: false
      String :token_digest, text: true, null: false, unique: true
      # Why it was given past what warns or blocks.
      String :why, text: true
      column :sent_at, "timestamptz"
      column :answer_by, "timestamptz"
      column :counter, "numeric(12,2)"
      String :note, text: true
      column :answered_at, "timestamptz"
      String :answered_by, text: true
      String :answered_from, text: true
      unique %i[tender_id partner_id], name: :tender_offers_once
      constraint(
        :tender_offers_status_known,
        status: %w[waiting sent countered accepted refused expired withdrawn lost]
      )
      constraint(:tender_offers_price_sane, Sequel.lit("price > 0 AND (counter IS NULL OR counter > 0)"))
    end
    # Two who say yes in one instant: the database has it.
    run "CREATE UNIQUE INDEX tender_offers_one_accepted ON tender_offers (tender_id) WHERE status = 'accepted'"
    create_table(:partner_trips) do
      foreign_key :trip_id, :trips, primary_key: true
      foreign_key :partner_id, :partners, null: false, index: true
      foreign_key :load_id, :loads, null: false, index: true
      foreign_key :offer_id, :tender_offers, null: false, unique: true
      column :accepted_at, "timestamptz", null: false
      String :accepted_by, text: true, null: false
      String :accepted_from, text: true, null: false
      Integer :terms_version, null: false
      String :terms, text: true, null: false
      Integer :version, null: false, default: 0
    end
    create_table(:partner_costs) do
      primary_key :id
      foreign_key :trip_id, :partner_trips, key: :trip_id, null: false
      Integer :position, null: false
      String :code, text: true, null: false
      String :label, text: true, null: false
      column :amount, "numeric(12,2)", null: false
      unique %i[trip_id position]
    end
    create_table(:partner_confirmations) do
      primary_key :id
      foreign_key :trip_id, :partner_trips, key: :trip_id, null: false
      Integer :number, null: false
      column :made_at, "timestamptz", null: false
      String :mailed_to, text: true, null: false
      column :content, "bytea", null: false
      unique %i[trip_id number]
    end
    create_table(:partner_payments) do
      primary_key :id
      foreign_key :partner_id, :partners, null: false, index: true
      Date :paid_on, null: false
      String :how, text: true, null: false
      String :reference, text: true, null: false, default: ""
      column :amount, "numeric(12,2)", null: false
      String :made_by, text: true, null: false
      column :made_at, "timestamptz", null: false
      constraint(:partner_payments_how_known, how: %w[ach check])
    end
    create_table(:partner_bills) do
      primary_key :id
      foreign_key :partner_id, :partners, null: false
      foreign_key :trip_id, :partner_trips, key: :trip_id, null: false, index: true
      foreign_key :payment_id, :partner_payments, index: true
      String :number, text: true, null: false
      Date :billed_on, null: false
      column :received_at, "timestamptz", null: false
      String :source, text: true, null: false
      column :total, "numeric(12,2)", null: false
      column :agreed, "numeric(12,2)", null: false
      String :status, text: true, null: false
      TrueClass :quick_pay, null: false, default: false
      column :discount, "numeric(12,2)", null: false, default: 0
      Date :due_on
      String :why, text: true
      String :content_type, text: true
      column :content, "bytea"
      Integer :version, null: false, default: 0
      unique %i[partner_id number], name: :partner_bills_number_once
      constraint(:partner_bills_status_known, status: %w[differs approved refused paid])
      constraint(:partner_bills_total_sane, Sequel.lit("total > 0 AND discount >= 0"))
      constraint(:partner_bills_paid_have_payment, Sequel.lit("(status = 'paid') = (payment_id IS NOT NULL)"))
    end
    run "CREATE UNIQUE INDEX partner_bills_one_stands ON partner_bills (trip_id) WHERE status <> 'refused'"

    alter_table(:drivers) do
      add_foreign_key :partner_id, :partners, index: true
      add_constraint(:drivers_of_partners_not_ours, Sequel.lit("partner_id IS NULL OR retired"))
    end
    alter_table(:loads) { add_column :freight_value, "numeric(12,2)" }
    alter_table(:ledger_entries) do
      add_foreign_key :partner_id, :partners, index: true
      drop_constraint :ledger_entries_whose
      add_constraint(
        :ledger_entries_whose,
        Sequel.lit("num_nonnulls(driver_id, customer_id, partner_id) = 1")
      )
      drop_constraint :ledger_entries_account_known
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
          receivables
          revenue
          unapplied_cash
          discounts
          write_offs
          factor_reserve
          factoring_fees
          purchased_transportation
          payables
          quick_pay
        ]
      )
    end
    alter_table(:ledger_transactions) do
      drop_constraint :ledger_transactions_kind_known
      add_constraint(
        :ledger_transactions_kind_known,
        kind: %w[
          statement
          payment
          advance
          reversal
          interest
          invoice
          credit_note
          receipt
          applied
          discount
          let_go
          factored
          factor_released
          factor_returned
          partner_bill
          partner_payment
        ]
      )
    end
  end
end
