# frozen_string_literal: true

# Invoices that are made and never changed, what is received for them, and both in the ledger that pay has already.
Sequel.migration do
  up do
    # The last number that was given out: taken within the transaction of the invoice, so that none is missing.
    create_table(:invoice_numbers) do
      Integer :id, primary_key: true, default: 1
      Integer :last, null: false
      constraint(:invoice_numbers_one, id: 1)
    end
    create_table(:invoices) do
      primary_key :id
      String :number, text: true, null: false, unique: true
      String :kind, text: true, null: false, default: "invoice"
      foreign_key :customer_id, :customers, null: false, index: true
      # A credit note takes one invoice back whole; an invoice may stand in the place of one that was taken back.
      foreign_key :credits_id, :invoices, unique: true
      foreign_key :rebills_id, :invoices, index: true
      Date :invoiced_on, null: false
      Date :due_on, null: false
      BigDecimal :total, size: [12, 2], null: false
      String :why, text: true, null: false, default: ""
      String :made_by, text: true, null: false
      timestamptz :made_at, null: false
      constraint(:invoices_kind_known, kind: %w[invoice credit_note])
      constraint(
        :invoices_sane,
        Sequel.lit(
          "CASE kind WHEN 'invoice' THEN total > 0 AND credits_id IS NULL ELSE total < 0 AND credits_id IS NOT NULL END"
        )
      )
      constraint(:invoices_due_after) { due_on >= invoiced_on }
    end
    create_table(:invoice_lines) do
      primary_key :id
      foreign_key :invoice_id, :invoices, null: false, index: true
      foreign_key :load_id, :loads, index: true
      Integer :position, null: false
      String :code, text: true, null: false
      String :label, text: true, null: false
      BigDecimal :quantity, size: [12, 3]
      String :unit, text: true
      BigDecimal :rate, size: [12, 4]
      BigDecimal :amount, size: [12, 2], null: false
    end
    # Which loads are on which invoice: a load is on one at most that stands.
    create_table(:invoice_loads) do
      foreign_key :invoice_id, :invoices, null: false
      foreign_key :load_id, :loads, null: false
      TrueClass :standing, null: false, default: true
      primary_key %i[invoice_id load_id]
      index :load_id, unique: true, where: :standing, name: :invoice_loads_once
    end
    create_table(:customer_payments) do
      primary_key :id
      foreign_key :customer_id, :customers, null: false, index: true
      String :kind, text: true, null: false
      String :reference, text: true, null: false, default: ""
      BigDecimal :amount, size: [12, 2], null: false
      Date :received_on, null: false
      String :made_by, text: true, null: false
      timestamptz :made_at, null: false
      constraint(:customer_payments_kind_known, kind: %w[cheque ach card])
      constraint(:customer_payments_positive) { amount > 0 }
    end
    create_table(:payment_parts) do
      primary_key :id
      foreign_key :payment_id, :customer_payments, null: false, index: true
      foreign_key :invoice_id, :invoices, null: false, index: true
      BigDecimal :amount, size: [12, 2], null: false
      String :by, text: true, null: false
      timestamptz :at, null: false
      # Given back where the invoice was taken back.
      timestamptz :undone_at
      constraint(:payment_parts_positive) { amount > 0 }
    end
    # Why less was paid than was asked, and what became of it.
    create_table(:invoice_claims) do
      primary_key :id
      foreign_key :invoice_id, :invoices, null: false, index: true
      BigDecimal :amount, size: [12, 2], null: false
      String :reason, text: true, null: false
      String :made_by, text: true, null: false
      timestamptz :made_at, null: false
      constraint(:invoice_claims_positive) { amount > 0 }
    end
    create_table(:invoice_mails) do
      primary_key :id
      foreign_key :invoice_id, :invoices, null: false, index: true
      String :to, text: true, null: false
      String :by, text: true, null: false
      timestamptz :at, null: false
    end
    alter_table(:customers) do
      # Kinds of papers that go with each bill; where there are none, the bill of lading or the proof of delivery.
      add_column :papers_wanted, "text[]", null: false, default: Sequel.lit("'{}'")
      add_column :bill_email, String, text: true, null: false, default: ""
      add_column :credit_limit, BigDecimal, size: [12, 2]
      add_constraint(:customers_credit_limit_sane) { credit_limit >= 0 }
    end
    # Several loads may stand on one invoice; that no number is given twice is held by the invoices.
    alter_table(:loads) { drop_constraint(:loads_invoice_number_once) }
    alter_table(:accessorials) do
      drop_constraint(:accessorials_kind_known)
      add_constraint(
        :accessorials_kind_known,
        kind: %w[
          permit_fee
          permit_escort
          permit_service
          detention
          layover
          lumper
          tarp
          extra_stop
          not_used
          reconsignment
        ]
      )
    end
    from(:accessorials)
      .where(kind: nil)
      .where(Sequel.like(:label, "Detention at %"))
      .update(kind: "detention")
    alter_table(:ledger_entries) do
      set_column_allow_null :driver_id
      add_foreign_key :customer_id, :customers, index: true
      add_foreign_key :invoice_id, :invoices, index: true
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
        ]
      )
      add_constraint(:ledger_entries_whose, Sequel.lit("(driver_id IS NULL) <> (customer_id IS NULL)"))
    end
    alter_table(:ledger_transactions) do
      drop_constraint(:ledger_transactions_kind_known)
      add_constraint(
        :ledger_transactions_kind_known,
        kind: %w[statement payment advance reversal interest invoice credit_note receipt applied]
      )
    end
    run <<~SQL
      CREATE TRIGGER invoices_kept BEFORE UPDATE OR DELETE ON invoices FOR EACH ROW
        EXECUTE FUNCTION refuse_change_of_books();
      CREATE TRIGGER invoice_lines_kept BEFORE UPDATE OR DELETE ON invoice_lines FOR EACH ROW
        EXECUTE FUNCTION refuse_change_of_books();
      CREATE TRIGGER customer_payments_kept BEFORE UPDATE OR DELETE ON customer_payments FOR EACH ROW
        EXECUTE FUNCTION refuse_change_of_books();

      -- What was noted of invoices before there were any: one line each, and received where it was.
      INSERT INTO invoices (number, customer_id, invoiced_on, due_on, total, made_by, made_at)
        SELECT invoice_number, customer_id, invoiced_on, invoiced_on + terms_days, total, 'noted before', booked_at
          FROM loads JOIN customers ON customers.id = customer_id WHERE invoice_number IS NOT NULL AND total > 0;
      INSERT INTO invoice_lines (invoice_id, load_id, position, code, label, amount)
        SELECT invoices.id, loads.id, 0, 'line_haul', 'Load ' || loads.number, invoices.total
          FROM loads JOIN invoices ON invoices.number = invoice_number;
      INSERT INTO invoice_loads (invoice_id, load_id)
        SELECT invoices.id, loads.id FROM loads JOIN invoices ON invoices.number = invoice_number;
      INSERT INTO customer_payments (customer_id, kind, reference, amount, received_on, made_by, made_at)
        SELECT invoices.customer_id, 'cheque', invoices.number, invoices.total, paid_on, 'noted before', made_at
          FROM loads JOIN invoices ON invoices.number = invoice_number WHERE paid_on IS NOT NULL;
      INSERT INTO payment_parts (payment_id, invoice_id, amount, by, at)
        SELECT customer_payments.id, invoices.id, invoices.total, 'noted before', customer_payments.made_at
          FROM customer_payments JOIN invoices ON invoices.number = customer_payments.reference;
      INSERT INTO ledger_transactions (kind, what, by, at)
        SELECT 'invoice', 'Invoice ' || number, made_by, made_at FROM invoices;
      INSERT INTO ledger_entries (transaction_id, customer_id, invoice_id, account, label, kind, amount)
        SELECT ledger_transactions.id, customer_id, invoices.id, entry.account, entry.label, entry.code, entry.sign * total
          FROM invoices JOIN ledger_transactions ON ledger_transactions.kind = 'invoice' AND what = 'Invoice ' || number
          CROSS JOIN (VALUES ('receivables', 'Receivable', NULL, -1), ('revenue', 'Load', 'line_haul', 1))
            AS entry (account, label, code, sign);
      INSERT INTO ledger_transactions (kind, what, by, at)
        SELECT 'receipt', 'Received for ' || reference, made_by, made_at FROM customer_payments;
      INSERT INTO ledger_entries (transaction_id, customer_id, invoice_id, account, label, amount)
        SELECT ledger_transactions.id, invoices.customer_id, invoices.id, entry.account, entry.label, entry.sign * invoices.total
          FROM payment_parts JOIN invoices ON invoices.id = invoice_id
          JOIN ledger_transactions ON ledger_transactions.kind = 'receipt' AND what = 'Received for ' || invoices.number
          CROSS JOIN (VALUES ('receivables', 'Receivable', 1), ('bank', 'Received', -1)) AS entry (account, label, sign);
    SQL
  end
end
