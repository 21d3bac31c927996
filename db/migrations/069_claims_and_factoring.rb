# frozen_string_literal: true

# What settles an invoice beside money that came in: a discount for paying soon, what is let go, what is sold to a factor;
# and what becomes of claims for what was paid short.
Sequel.migration do
  up do
    alter_table(:payment_parts) do
      add_column :kind, String, text: true, null: false, default: "payment"
      set_column_allow_null :payment_id
      add_constraint(:payment_parts_kind_known, kind: %w[payment discount let_go factored])
      add_constraint(:payment_parts_of_payment, Sequel.lit("(kind = 'payment') = (payment_id IS NOT NULL)"))
    end
    alter_table(:invoice_claims) do
      add_column :note, String, text: true, null: false, default: ""
      add_column :next_on, Date
      add_column :let_go_by, String, text: true
      add_column :let_go_at, "timestamptz"
      add_column :let_go_why, String, text: true
      add_column :version, Integer, null: false, default: 0
      add_constraint(
        :invoice_claims_let_go,
        Sequel.lit("(let_go_at IS NULL) = (let_go_by IS NULL) AND (let_go_at IS NULL) = (let_go_why IS NULL)")
      )
    end
    run "CREATE SEQUENCE factoring_numbers"
    create_table(:factoring_schedules) do
      primary_key :id
      String :number,
             text: true,
             null: false,
             unique: true,
             default: Sequel.lit("'F-' || nextval('factoring_numbers')")
      String :factor, text: true, null: false
      BigDecimal :advance_percent, size: [5, 2], null: false
      BigDecimal :fee_percent, size: [5, 2], null: false
      String :made_by, text: true, null: false
      timestamptz :made_at, null: false
      constraint(
        :factoring_schedules_sane,
        Sequel.lit("advance_percent > 0 AND fee_percent >= 0 AND advance_percent + fee_percent <= 100")
      )
    end
    create_table(:factored_invoices) do
      primary_key :id
      foreign_key :schedule_id, :factoring_schedules, null: false, index: true
      foreign_key :invoice_id, :invoices, null: false
      BigDecimal :amount, size: [12, 2], null: false
      BigDecimal :advance, size: [12, 2], null: false
      BigDecimal :fee, size: [12, 2], null: false
      # What is kept until the customer has paid; or the invoice came back unpaid.
      BigDecimal :reserve, size: [12, 2], null: false
      timestamptz :released_at
      timestamptz :returned_at
      String :ended_by, text: true
      index :invoice_id, unique: true, where: { returned_at: nil }, name: :factored_invoices_once
      constraint(:factored_invoices_adds_up, Sequel.lit("amount = advance + fee + reserve AND reserve >= 0"))
      constraint(:factored_invoices_one_end, Sequel.lit("released_at IS NULL OR returned_at IS NULL"))
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
          receivables
          revenue
          unapplied_cash
          discounts
          write_offs
          factor_reserve
          factoring_fees
        ]
      )
    end
    alter_table(:ledger_transactions) do
      drop_constraint(:ledger_transactions_kind_known)
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
        ]
      )
    end
  end
end
