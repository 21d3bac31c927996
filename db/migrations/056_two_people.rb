# frozen_string_literal: true

require_relative "../../store/sealed"

# Two people for money: which rules were switched since when (all hold from the start), what waits for a second person (more than deductions by now),
# who approved a run by more than a name, and the old number of a driver whose new one nobody has confirmed. Numbers of
# accounts are sealed.
Sequel.migration do
  up do
    create_table(:two_people_rules) do
      column :rule, :text, primary_key: true
      column :on, :boolean, null: false
      column :since, :timestamptz, null: false
      column :by, :text, null: false
      constraint(:two_people_rules_known, rule: %w[limits approve_and_pay bank_account])
    end

    rename_table(:deduction_changes, :pay_changes)
    alter_table(:pay_changes) do
      add_foreign_key :driver_id, :drivers
      add_foreign_key :item_id, :pay_items
      add_column :sealed, :text
      drop_constraint(:deduction_changes_kind_of_change)
      add_constraint(
        :pay_changes_kind_known,
        kind: %w[deduction one_time one_time_change advance bank_account two_people]
      )
      add_index :driver_id
    end

    alter_table(:pay_runs) { add_column :approved_by_ref, :text }
    run <<~SQL
      UPDATE pay_runs SET approved_by_ref = (
        SELECT who_ref FROM audit_entries WHERE record_kind = 'pay_run' AND record_id = pay_runs.id
          AND act = 'approve_pay_run' ORDER BY id DESC LIMIT 1)
      WHERE status = 'approved'
    SQL
    alter_table(:drivers) { add_column :number_before, :text }

    alter_table(:bank_accounts) { drop_constraint(:bank_accounts_numbers) }
    from(:bank_accounts).each do |row|
      from(:bank_accounts).where(driver_id: row[:driver_id]).update(
        routing: Store::Sealed.seal(row[:routing]),
        account: Store::Sealed.seal(row[:account])
      )
    end
  end
end
