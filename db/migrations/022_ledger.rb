# frozen_string_literal: true

# Pay as it is in life: plans of every basis, deductions, advances, one-time items, orders of a court; and
# underneath a ledger in double entry, append-only and balanced, that every locked statement is posted to.
Sequel.migration do
  up do
    alter_table(:pay_plans) do
      drop_constraint(:pay_plans_basis_known)
      add_constraint(:pay_plans_basis_known, basis: %w[per_mile percent hourly per_load per_ton])
      %i[percent hourly_rate per_ton].each do |column|
        add_column column, BigDecimal, size: [11, 4], null: false, default: 0
      end
      %i[per_load layover_daily minimum_net].each do |column|
        add_column column, BigDecimal, size: [12, 2], null: false, default: 0
      end
      add_column :percent_of_fuel, TrueClass, null: false, default: false
      add_constraint(:pay_plans_more_not_negative) do
        (percent >= 0) & (percent <= 100) & (hourly_rate >= 0) & (per_ton >= 0) & (per_load >= 0) &
          (layover_daily >= 0) & (minimum_net >= 0)
      end
    end
    alter_table(:trip_earnings) do
      %i[line_haul fuel_surcharge].each do |column|
        add_column column, BigDecimal, size: [12, 2], null: false, default: 0
      end
      %i[tons hours].each { |column| add_column column, BigDecimal, size: [9, 3], null: false, default: 0 }
      add_column :layover_days, Integer, null: false, default: 0
      # Somebody keeps it back, and why; or lets it through although something about it is unusual.
      add_column :held_why, String, text: true
      add_column :held_by, String, text: true
      add_column :approved_by, String, text: true
      add_column :approved_at, :timestamptz
    end
    add_column :units, :fee, BigDecimal, size: [12, 2]

    # A deduction of every period: for all drivers but those left out, or for those who are named.
    create_table(:deductions) do
      primary_key :id
      String :label, text: true, null: false
      String :basis, text: true, null: false
      String :per, text: true, null: false, default: "period"
      # Dollars, percent or dollars a mile, as the basis says; nil where each unit has its own fee.
      BigDecimal :amount, size: [12, 4]
      Integer :priority, null: false, default: 5
      String :if_short, text: true, null: false, default: "carry"
      BigDecimal :goal, size: [12, 2]
      String :tag, text: true
      TrueClass :prorated, null: false, default: false
      # Kept for the driver, and given back: an escrow fund.
      TrueClass :escrow, null: false, default: false
      TrueClass :everyone, null: false, default: false
      Date :from_on, null: false
      Date :to_on
      TrueClass :paused, null: false, default: false
      String :made_by, text: true, null: false
      timestamptz :made_at, null: false
      Integer :version, null: false, default: 0
      constraint(:deductions_basis_known, basis: %w[flat percent_of_gross per_mile per_unit])
      constraint(:deductions_per_known, per: %w[period month])
      constraint(:deductions_if_short_known, if_short: %w[carry skip])
      constraint(
        :deductions_amount_sane,
        Sequel.lit("amount >= 0 AND (amount IS NOT NULL OR basis = 'per_unit')")
      )
      constraint(:deductions_tag_of_units, Sequel.lit("(basis = 'per_unit') = (tag IS NOT NULL)"))
      constraint(:deductions_days_in_order, Sequel.lit("to_on IS NULL OR to_on >= from_on"))
    end
    run "CREATE UNIQUE INDEX deductions_label_once ON deductions (lower(label)) WHERE to_on IS NULL"
    create_table(:deduction_drivers) do
      foreign_key :deduction_id, :deductions, null: false
      foreign_key :driver_id, :drivers, null: false
      BigDecimal :own_amount, size: [12, 4]
      TrueClass :left_out, null: false, default: false
      primary_key %i[deduction_id driver_id]
    end
    # A change of a deduction that touches many waits here for a second person.
    create_table(:deduction_changes) do
      primary_key :id
      foreign_key :deduction_id, :deductions
      column :input, :jsonb, null: false
      Integer :drivers, null: false
      BigDecimal :dollars, size: [12, 2], null: false
      String :asked_by, text: true, null: false
      String :asked_by_ref, text: true, null: false
      timestamptz :asked_at, null: false
      String :state, text: true, null: false, default: "asked"
      String :answered_by, text: true
      timestamptz :answered_at
      constraint(:deduction_changes_state_known, state: %w[asked made dropped])
    end
    create_table(:advances) do
      primary_key :id
      foreign_key :driver_id, :drivers, null: false
      String :label, text: true, null: false
      BigDecimal :principal, size: [12, 2], null: false
      BigDecimal :fee_fixed, size: [12, 2], null: false, default: 0
      BigDecimal :fee_percent, size: [7, 4], null: false, default: 0
      Integer :installments, null: false
      Date :from_on, null: false
      String :made_by, text: true, null: false
      timestamptz :made_at, null: false
      constraint(:advances_positive) do
        (principal > 0) & (installments > 0) & (installments <= 104) & (fee_fixed >= 0) & (fee_percent >= 0)
      end
      index :driver_id
    end
    # An installment that fell due on a statement, or was pushed past it.
    create_table(:advance_takings) do
      foreign_key :advance_id, :advances, null: false
      foreign_key :statement_id, :statements, null: false, on_delete: :cascade
      TrueClass :pushed, null: false, default: false
      primary_key %i[advance_id statement_id]
    end
    create_table(:garnishments) do
      primary_key :id
      foreign_key :driver_id, :drivers, null: false, index: true
      String :kind, text: true, null: false
      String :label, text: true, null: false
      BigDecimal :amount, size: [12, 2], null: false
      BigDecimal :limit_percent, size: [5, 2]
      Date :from_on, null: false
      Date :to_on
      String :made_by, text: true, null: false
      timestamptz :made_at, null: false
      constraint(:garnishments_kind_known, kind: %w[support ordinary])
      constraint(
        :garnishments_limit_of_support,
        Sequel.lit(
          "amount > 0 AND (limit_percent IS NULL OR (kind = 'support' AND limit_percent > 0 AND " \
            "limit_percent <= 65))"
        )
      )
    end
    # Once: a bonus, a charge, money back; in one part or several, each on one statement at most.
    create_table(:one_time_items) do
      primary_key :id
      foreign_key :driver_id, :drivers, null: false, index: true
      String :kind, text: true, null: false
      String :label, text: true, null: false
      String :note, text: true, null: false, default: ""
      # The statement that it was short on, where it was carried from there.
      foreign_key :carried_from_id, :statements
      String :made_by, text: true, null: false
      timestamptz :made_at, null: false
      timestamptz :withdrawn_at
      constraint(:one_time_items_kind_known, kind: %w[earning reimbursement deduction])
    end
    create_table(:one_time_parts) do
      primary_key :id
      foreign_key :item_id, :one_time_items, null: false, index: true
      BigDecimal :amount, size: [12, 2], null: false
      # Not before this day; pushed, it was to be then.
      Date :due_on, null: false
      Date :pushed_from
      foreign_key :statement_id, :statements, index: true
      constraint(:one_time_parts_something, Sequel.lit("amount <> 0"))
    end
    create_table(:statement_shorts) do
      foreign_key :statement_id, :statements, null: false, on_delete: :cascade
      Integer :position, null: false
      String :label, text: true, null: false
      BigDecimal :amount, size: [12, 2], null: false
      TrueClass :carried, null: false
      primary_key %i[statement_id position]
    end
    create_table(:pay_settings) do
      TrueClass :id, primary_key: true, default: true
      String :frequency, text: true, null: false, default: "weekly"
      TrueClass :approve_by_rule, null: false, default: true
      Integer :second_person_drivers, null: false, default: 10
      BigDecimal :second_person_dollars, size: [12, 2], null: false, default: 500
      BigDecimal :advance_limit, size: [12, 2], null: false, default: 2000
      String :bank_name, text: true, null: false, default: ""
      String :bank_routing, text: true, null: false, default: ""
      String :bank_company_id, text: true, null: false, default: ""
      constraint(:pay_settings_one, id: true)
      constraint(:pay_settings_frequency_known, frequency: %w[weekly biweekly semimonthly monthly])
    end
    create_table(:bank_accounts) do
      foreign_key :driver_id, :drivers, primary_key: true
      String :routing, text: true, null: false
      String :account, text: true, null: false
      String :kind, text: true, null: false, default: "checking"
      Date :prenote_on
      String :made_by, text: true, null: false
      timestamptz :made_at, null: false
      constraint(:bank_accounts_kind_known, kind: %w[checking savings])
      constraint(
        :bank_accounts_numbers,
        Sequel.lit("routing ~ '^[0-9]{9}$' AND account ~ '^[0-9A-Za-z-]{4,17}$'")
      )
    end
    create_table(:pay_questions) do
      primary_key :id
      foreign_key :statement_id, :statements, null: false, index: true
      foreign_key :driver_id, :drivers, null: false
      # As the line read when it was asked about.
      String :line, text: true, null: false
      String :body, text: true, null: false
      timestamptz :at, null: false
      String :answer, text: true
      String :answered_by, text: true
      timestamptz :answered_at
    end

    create_table(:ledger_transactions) do
      primary_key :id, type: :Bignum
      String :kind, text: true, null: false
      foreign_key :statement_id, :statements
      foreign_key :reverses_id, :ledger_transactions, type: :Bignum, unique: true
      String :what, text: true, null: false
      String :by, text: true, null: false
      timestamptz :at, null: false
      constraint(:ledger_transactions_kind_known, kind: %w[statement payment advance reversal])
      index :statement_id
    end
    # Dollars that the account owes (positive) or is owed; a transaction's add up to nothing.
    create_table(:ledger_entries) do
      primary_key :id, type: :Bignum
      foreign_key :transaction_id, :ledger_transactions, type: :Bignum, null: false, index: true
      foreign_key :driver_id, :drivers, null: false
      String :account, text: true, null: false
      String :label, text: true, null: false
      BigDecimal :amount, size: [12, 2], null: false
      constraint(
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
        ]
      )
      index %i[driver_id account label]
    end
    alter_table(:pay_runs) do
      drop_constraint(:pay_runs_state_known)
      add_constraint(:pay_runs_state_known, state: %w[draft approved paid])
      add_column :paid_at, :timestamptz
      add_column :paid_by, String, text: true
      add_column :reopened_at, :timestamptz
      add_column :reopened_by, String, text: true
      add_column :reopened_why, String, text: true
    end
    run <<~SQL
      CREATE FUNCTION refuse_change_of_books() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN RAISE EXCEPTION 'the ledger is only added to' USING ERRCODE = 'restrict_violation'; END $$;
      CREATE TRIGGER ledger_transactions_kept BEFORE UPDATE OR DELETE ON ledger_transactions FOR EACH ROW
        EXECUTE FUNCTION refuse_change_of_books();
      CREATE TRIGGER ledger_entries_kept BEFORE UPDATE OR DELETE ON ledger_entries FOR EACH ROW
        EXECUTE FUNCTION refuse_change_of_books();

      CREATE FUNCTION refuse_imbalance() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        IF (SELECT coalesce(sum(amount), 0) FROM ledger_entries
          WHERE transaction_id = NEW.transaction_id) <> 0 THEN
          RAISE EXCEPTION 'ledger transaction % does not add up to nothing', NEW.transaction_id USING ERRCODE = 'restrict_violation';
        END IF;
        RETURN NULL;
      END $$;
      CREATE CONSTRAINT TRIGGER ledger_entries_balanced AFTER INSERT ON ledger_entries
        DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION refuse_imbalance();

      -- Locked is what is approved or paid. It is opened again only with a reason, and never once paid.
      -- Looked at once for all the lines that a statement writes: thousands are written at a time.
      DROP TRIGGER statement_lines_locked ON statement_lines;
      CREATE OR REPLACE FUNCTION refuse_locked_line() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        IF EXISTS (SELECT 1 FROM statements JOIN pay_runs ON pay_runs.id = pay_run_id
          WHERE state <> 'draft' AND statements.id IN (SELECT statement_id FROM changed)) THEN
          RAISE EXCEPTION 'the pay run of these lines is locked' USING ERRCODE = 'restrict_violation';
        END IF;
        RETURN NULL;
      END $$;
      CREATE TRIGGER statement_lines_locked_insert AFTER INSERT ON statement_lines
        REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION refuse_locked_line();
      CREATE TRIGGER statement_lines_locked_delete AFTER DELETE ON statement_lines
        REFERENCING OLD TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION refuse_locked_line();
      CREATE TRIGGER statement_lines_locked_from AFTER UPDATE ON statement_lines
        REFERENCING OLD TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION refuse_locked_line();
      CREATE TRIGGER statement_lines_locked_to AFTER UPDATE ON statement_lines
        REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION refuse_locked_line();
      CREATE OR REPLACE FUNCTION refuse_locked_statement() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        IF EXISTS (SELECT 1 FROM pay_runs WHERE state <> 'draft' AND id IN (CASE WHEN TG_OP <> 'INSERT'
          THEN OLD.pay_run_id END, CASE WHEN TG_OP <> 'DELETE' THEN NEW.pay_run_id END)) THEN
          RAISE EXCEPTION 'the pay run is locked' USING ERRCODE = 'restrict_violation';
        END IF;
        RETURN CASE TG_OP WHEN 'DELETE' THEN OLD ELSE NEW END;
      END $$;
      CREATE OR REPLACE FUNCTION refuse_unlock() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        IF OLD.state = 'paid' OR (OLD.state = 'approved' AND (TG_OP = 'DELETE'
          OR NEW.from_on <> OLD.from_on OR NEW.to_on <> OLD.to_on)) THEN
          RAISE EXCEPTION 'the pay run is locked' USING ERRCODE = 'restrict_violation';
        END IF;
        IF OLD.state = 'approved' AND NOT (NEW.state = 'paid' OR (NEW.state = 'draft'
          AND NEW.reopened_why IS NOT NULL AND NEW.reopened_at IS DISTINCT FROM OLD.reopened_at)) THEN
          RAISE EXCEPTION 'the pay run is locked' USING ERRCODE = 'restrict_violation';
        END IF;
        RETURN CASE TG_OP WHEN 'DELETE' THEN OLD ELSE NEW END;
      END $$;

      -- What was locked before there was a ledger.
      INSERT INTO ledger_transactions (kind, statement_id, what, by, at)
        SELECT 'statement', statements.id, 'statement', coalesce(approved_by, ''), coalesce(approved_at, now()) FROM statements JOIN pay_runs ON pay_runs.id = pay_run_id WHERE state = 'approved';
      INSERT INTO ledger_entries (transaction_id, driver_id, account, label, amount)
        SELECT ledger_transactions.id, driver_id, CASE section WHEN 'one_time'
          THEN 'deductions' WHEN 'recurring' THEN 'deductions' ELSE section END, label, -statement_lines.amount
          FROM ledger_transactions JOIN statements ON statements.id = statement_id
            JOIN statement_lines ON statement_lines.statement_id = statements.id
            WHERE statement_lines.amount <> 0
        UNION ALL SELECT ledger_transactions.id, driver_id, 'net_payable', 'Net', net
          FROM ledger_transactions JOIN statements ON statements.id = statement_id WHERE net <> 0;
    SQL
  end

  down { raise Sequel::Error, "What was paid cannot be forgotten." }
end
