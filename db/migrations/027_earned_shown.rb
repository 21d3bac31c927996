# frozen_string_literal: true

# What an earning comes to and what it waits for, as payroll last worked it out: the phone shows it without
# the engine of pay.
Sequel.migration do
  up do
    alter_table(:trip_earnings) do
      add_column :pay, BigDecimal, size: [12, 2]
      add_column :waits_for, String, text: true
    end
    # What was earned before is worked out by the first that touches it; until then the phone does without.
    add_index :trip_earnings, :driver_id, where: { statement_id: nil }, name: :trip_earnings_of_no_statement
  end

  down { raise Sequel::Error, "Migrations only go forward." }
end
