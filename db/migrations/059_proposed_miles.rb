# frozen_string_literal: true

# Miles that dispatch proposes wait for a settlement clerk, as they move pay.
Sequel.migration do
  up do
    alter_table(:pay_changes) do
      add_foreign_key :load_id, :loads
      add_index :load_id
      drop_constraint(:pay_changes_kind_known)
      add_constraint(
        :pay_changes_kind_known,
        kind: %w[deduction one_time one_time_change advance bank_account two_people agreed_miles]
      )
    end
  end
end
