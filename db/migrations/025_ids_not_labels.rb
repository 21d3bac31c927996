# frozen_string_literal: true

# Rows of pay say what they are and whose by kind and id: a label is for people, and may be changed. What is
# there gets them from its labels, this once. An act keeps its whole answer, for whoever sends it again.
Sequel.migration do
  kinds = %w[
    loaded_miles
    empty_miles
    line_haul
    fuel_surcharge
    accessorial
    hours
    load
    tons
    extra_stops
    detention
    layover
    tarp
    day_minimum
    per_diem
    overtime
    period_minimum
    rent
    one_time
    taxes
    garnishment
    carried_in
    advance
    recurring
  ]

  up do
    add_column :acts, :answer, :jsonb
    alter_table(:one_time_items) { add_foreign_key :deduction_id, :deductions }
    %i[statement_lines statement_shorts ledger_entries].each do |table|
      alter_table(table) do
        add_column :kind, String, text: true
        add_column :source_id, Integer
        add_foreign_key :deduction_id, :deductions
      end
    end
    alter_table(:escrow_interest) { add_foreign_key :deduction_id, :deductions }

    run <<~SQL
      ALTER TABLE ledger_entries DISABLE TRIGGER USER;
      ALTER TABLE statement_lines DISABLE TRIGGER USER;

      -- A fund whose deduction was renamed since: a deduction that has ended keeps it.
      INSERT INTO deductions (label, basis, amount, escrow, from_on, to_on, made_by, made_at)
        SELECT DISTINCT ON (lower(label)) label, 'flat', 0, true, ledger_transactions.at::date,
          ledger_transactions.at::date, 'Crew Ledger', ledger_transactions.at
        FROM ledger_entries JOIN ledger_transactions ON ledger_transactions.id = transaction_id
        WHERE account = 'escrow'
          AND NOT EXISTS (SELECT 1 FROM deductions WHERE lower(deductions.label) = lower(ledger_entries.label))
        ORDER BY lower(label), ledger_transactions.at;

      -- The deduction that a label meant on a day: the latest that had begun by then.
      CREATE FUNCTION deduction_called(called text, day date) RETURNS integer LANGUAGE sql AS $$
        SELECT id FROM deductions WHERE lower(label) = lower(called)
        ORDER BY from_on <= day DESC, from_on DESC, id DESC LIMIT 1 $$;

      UPDATE one_time_items SET deduction_id = deduction_called(label, made_at::date)
        WHERE carried_from_id IS NOT NULL
          OR EXISTS (SELECT 1 FROM deductions WHERE escrow AND lower(deductions.label) = lower(one_time_items.label));

      UPDATE statement_lines SET kind = CASE
        WHEN section = 'recurring' THEN 'recurring'
        WHEN section = 'one_time' THEN 'one_time'
        WHEN section = 'taxes' THEN 'taxes'
        WHEN section = 'garnishments' THEN 'garnishment'
        WHEN section = 'advances' AND label = 'Carried in' THEN 'carried_in'
        WHEN section = 'advances' THEN 'advance'
        WHEN label ~* 'per diem$' THEN 'per_diem'
        WHEN trip_id IS NULL AND label LIKE 'Rent of %' AND section = 'reimbursements' THEN 'rent'
        WHEN trip_id IS NULL AND label LIKE 'Overtime, week of %' THEN 'overtime'
        WHEN trip_id IS NULL AND label = 'Period minimum' THEN 'period_minimum'
        WHEN trip_id IS NULL THEN 'one_time'
        WHEN label ~ '^Loaded miles' THEN 'loaded_miles'
        WHEN label ~ '^Empty miles' THEN 'empty_miles'
        WHEN label ~ '^Line haul' THEN 'line_haul'
        WHEN label ~ '^Fuel surcharge' THEN 'fuel_surcharge'
        WHEN label ~ '^Hours' THEN 'hours'
        WHEN label ~ '^Load( \\(|$)' THEN 'load'
        WHEN label ~ '^Tons' THEN 'tons'
        WHEN label ~ '^Extra stops' THEN 'extra_stops'
        WHEN label ~ '^Detention( \\(|$)' THEN 'detention'
        WHEN label ~ '^Layover( \\(|$)' THEN 'layover'
        WHEN label ~ '^Tarp( \\(|$)' THEN 'tarp'
        WHEN label ~ '^Daily minimum' THEN 'day_minimum'
        ELSE 'accessorial' END;
      UPDATE statement_lines SET
          deduction_id = CASE section
            WHEN 'recurring' THEN deduction_called(statement_lines.label, pay_runs.to_on)
            ELSE (SELECT deduction_id FROM one_time_items JOIN one_time_parts ON item_id = one_time_items.id
              WHERE one_time_parts.statement_id = statements.id AND one_time_items.label = statement_lines.label
              ORDER BY one_time_items.id LIMIT 1) END,
          source_id = CASE kind
            WHEN 'recurring' THEN deduction_called(statement_lines.label, pay_runs.to_on)
            WHEN 'advance' THEN (SELECT min(id) FROM advances
              WHERE advances.driver_id = statements.driver_id AND advances.label = statement_lines.label)
            WHEN 'garnishment' THEN (SELECT min(id) FROM garnishments
              WHERE garnishments.driver_id = statements.driver_id AND garnishments.label = statement_lines.label)
            ELSE (SELECT min(one_time_items.id) FROM one_time_items
              JOIN one_time_parts ON item_id = one_time_items.id
              WHERE one_time_parts.statement_id = statements.id
                AND one_time_items.label = statement_lines.label) END
        FROM statements JOIN pay_runs ON pay_runs.id = pay_run_id
        WHERE statements.id = statement_id AND kind IN ('recurring', 'advance', 'garnishment', 'one_time');

      UPDATE statement_shorts SET
          kind = CASE WHEN statement_shorts.label = 'Carried in' THEN 'carried_in'
            WHEN advance_id IS NOT NULL THEN 'advance'
            WHEN item_id IS NOT NULL THEN 'one_time' ELSE 'recurring' END,
          source_id = coalesce(advance_id, item_id, found.deduction_id),
          deduction_id = CASE WHEN advance_id IS NULL THEN coalesce(of_item, found.deduction_id) END
        FROM (SELECT statement_shorts.statement_id, statement_shorts.position,
            deduction_called(statement_shorts.label, to_on) AS deduction_id,
            (SELECT min(id) FROM advances WHERE advances.driver_id = statements.driver_id
              AND advances.label = statement_shorts.label) AS advance_id,
            (SELECT min(one_time_items.id) FROM one_time_items
              JOIN one_time_parts ON item_id = one_time_items.id
              WHERE one_time_parts.statement_id = statements.id
                AND one_time_items.label = statement_shorts.label) AS item_id,
            (SELECT min(one_time_items.deduction_id) FROM one_time_items
              JOIN one_time_parts ON item_id = one_time_items.id
              WHERE one_time_parts.statement_id = statements.id
                AND one_time_items.label = statement_shorts.label) AS of_item
          FROM statement_shorts JOIN statements ON statements.id = statement_id
            JOIN pay_runs ON pay_runs.id = pay_run_id) found
        WHERE found.statement_id = statement_shorts.statement_id AND found.position = statement_shorts.position;

      UPDATE ledger_entries SET kind = line.kind, source_id = line.source_id, deduction_id = line.deduction_id
        FROM ledger_transactions JOIN statement_lines line ON line.statement_id = ledger_transactions.statement_id
        WHERE ledger_transactions.id = transaction_id AND ledger_transactions.kind IN ('statement', 'reversal')
          AND line.label = ledger_entries.label AND account NOT IN ('net_payable', 'bank');
      UPDATE ledger_entries SET deduction_id = deduction_called(label, at::date)
        FROM ledger_transactions
        WHERE ledger_transactions.id = transaction_id AND account IN ('escrow', 'interest', 'deductions')
          AND deduction_id IS NULL;
      UPDATE escrow_interest SET deduction_id = deduction_called(label, quarter_from);
      DROP FUNCTION deduction_called;

      ALTER TABLE statement_lines ENABLE TRIGGER USER;
      ALTER TABLE ledger_entries ENABLE TRIGGER USER;
    SQL

    alter_table(:statement_lines) do
      set_column_not_null :kind
      add_constraint(:statement_lines_kind_known, kind: kinds)
      add_index :deduction_id
    end
    alter_table(:statement_shorts) do
      set_column_not_null :kind
      add_constraint(:statement_shorts_kind_known, kind: kinds)
    end
    alter_table(:ledger_entries) do
      add_constraint(
        :ledger_entries_fund_named,
        Sequel.lit("account <> 'escrow' OR deduction_id IS NOT NULL")
      )
      drop_index %i[driver_id account label]
      add_index %i[driver_id account deduction_id]
    end
    alter_table(:escrow_interest) do
      drop_constraint(:escrow_interest_once)
      set_column_not_null :deduction_id
      drop_column :label
      add_unique_constraint %i[driver_id deduction_id quarter_from], name: :escrow_interest_once
    end
  end

  down { raise Sequel::Error, "Migrations only go forward." }
end
