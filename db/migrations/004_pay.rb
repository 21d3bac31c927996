# frozen_string_literal: true

# What trips earned, pay runs, statements and their lines; a locked run's lines never change.
Sequel.migration do
  up do
    create_table(:pay_runs) do
      primary_key :id
      Date :from_on, null: false
      Date :to_on, null: false
      String :state, text: true, null: false, default: "draft"
      timestamptz :approved_at
      String :approved_by, text: true
      constraint(:pay_runs_state_known, state: %w[draft approved])
      constraint(:pay_runs_period_in_order) { from_on <= to_on }
      exclude [[Sequel.lit("daterange(from_on, to_on, '[]')"), "&&"]],
              using: :gist,
              name: :pay_runs_periods_apart
    end
    create_table(:statements) do
      primary_key :id
      foreign_key :pay_run_id, :pay_runs, null: false
      foreign_key :driver_id, :drivers, null: false
      %i[gross reimbursements deductions net].each { |column| BigDecimal column, size: [12, 2], null: false }
      unique %i[pay_run_id driver_id], name: :statements_once
      constraint(:statements_add_up) { { net: gross + reimbursements - deductions } }
      index :driver_id
    end
    # A trip's earnings for one driver: the facts they are computed from. One row a trip and driver, on one
    # statement at most.
    create_table(:trip_earnings) do
      primary_key :id
      foreign_key :trip_id, :trips, null: false
      foreign_key :driver_id, :drivers, null: false
      foreign_key :pay_plan_id, :pay_plans, null: false
      foreign_key :statement_id, :statements
      Date :completed_on, null: false
      BigDecimal :loaded_miles, size: [8, 1], null: false
      BigDecimal :empty_miles, size: [8, 1], null: false
      TrueClass :miles_estimated, null: false
      BigDecimal :share_percent, size: [5, 2], null: false, default: 100
      column :dwell_minutes, "integer[]", null: false
      TrueClass :tarped, null: false, default: false
      unique %i[trip_id driver_id], name: :trip_earnings_once
      index :statement_id
    end
    create_table(:statement_lines) do
      primary_key :id
      foreign_key :statement_id, :statements, null: false
      Integer :position, null: false
      String :section, text: true, null: false
      String :label, text: true, null: false
      String :quantity, text: true, null: false
      String :rate, text: true, null: false
      BigDecimal :amount, size: [12, 2], null: false
      foreign_key :trip_id, :trips
      unique %i[statement_id position], name: :statement_lines_in_order
      constraint(
        :statement_lines_section_known,
        section: %w[earnings reimbursements taxes garnishments advances one_time recurring]
      )
    end
    run <<~SQL
      CREATE FUNCTION refuse_locked_line() RETURNS trigger LANGUAGE plpgsql AS $$
      DECLARE statement integer := CASE TG_OP WHEN 'DELETE' THEN OLD.statement_id ELSE NEW.statement_id END;
      BEGIN
        IF EXISTS (SELECT 1 FROM statements JOIN pay_runs ON pay_runs.id = pay_run_id
          WHERE statements.id IN (statement, CASE TG_OP WHEN 'UPDATE' THEN OLD.statement_id END)
          AND state = 'approved') THEN
          RAISE EXCEPTION 'the pay run of statement % is locked', statement USING ERRCODE = 'restrict_violation';
        END IF;
        RETURN CASE TG_OP WHEN 'DELETE' THEN OLD ELSE NEW END;
      END $$;
      CREATE TRIGGER statement_lines_locked BEFORE INSERT OR UPDATE OR DELETE ON statement_lines
        FOR EACH ROW EXECUTE FUNCTION refuse_locked_line();

      CREATE FUNCTION refuse_locked_statement() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        IF EXISTS (SELECT 1 FROM pay_runs WHERE state = 'approved' AND id IN (CASE WHEN TG_OP <> 'INSERT'
          THEN OLD.pay_run_id END, CASE WHEN TG_OP <> 'DELETE' THEN NEW.pay_run_id END)) THEN
          RAISE EXCEPTION 'the pay run is locked' USING ERRCODE = 'restrict_violation';
        END IF;
        RETURN CASE TG_OP WHEN 'DELETE' THEN OLD ELSE NEW END;
      END $$;
      CREATE TRIGGER statements_locked BEFORE INSERT OR UPDATE OR DELETE ON statements FOR EACH ROW
        EXECUTE FUNCTION refuse_locked_statement();

      CREATE FUNCTION refuse_unlock() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        IF OLD.state = 'approved' THEN RAISE EXCEPTION 'the pay run is locked'
          USING ERRCODE = 'restrict_violation'; END IF;
        RETURN CASE TG_OP WHEN 'DELETE' THEN OLD ELSE NEW END;
      END $$;
      CREATE TRIGGER pay_runs_locked BEFORE UPDATE OR DELETE ON pay_runs FOR EACH ROW
        EXECUTE FUNCTION refuse_unlock();
    SQL
  end
end
