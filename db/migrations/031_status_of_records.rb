# frozen_string_literal: true

# A state is one of the United States; what becomes of a record is its status.
Sequel.migration do
  up do
    %i[
      loads
      trips
      pay_runs
      permits
      permit_receipts
      texts
      receipts
      detention_claims
      deduction_changes
    ].each { |table| rename_column table, :state, :status }
    rename_column :texts, :state_at, :status_at
    # The locks of pay name the column; they stay what they are.
    run <<~'SQL'
      DO $$
      DECLARE lock regprocedure;
      BEGIN
        FOREACH lock IN ARRAY
          ARRAY['refuse_locked_line()', 'refuse_locked_statement()', 'refuse_unlock()']::regprocedure[]
        LOOP
          EXECUTE regexp_replace(pg_get_functiondef(lock), '\mstate\M', 'status', 'g');
        END LOOP;
      END $$;
    SQL
  end

  down { raise Sequel::Error, "Migrations only go forward." }
end
