# frozen_string_literal: true

# What a clerk puts right of what a trip is paid for, beside what was measured, with who and why; versions, so
# that two clerks see each other.
Sequel.migration do
  change do
    %i[pay_settings operating_companies pay_plans].each do |table|
      add_column table, :version, Integer, null: false, default: 0
    end
    alter_table(:trip_earnings) do
      add_column :corrections, :jsonb, null: false, default: Sequel.lit("'{}'")
      add_column :corrected_by, String, text: true
      add_column :corrected_why, String, text: true
      add_column :version, Integer, null: false, default: 0
      add_constraint(
        :trip_earnings_corrections_say_why,
        Sequel.lit("corrections = '{}' OR (corrected_by IS NOT NULL AND corrected_why IS NOT NULL)")
      )
    end
  end
end
