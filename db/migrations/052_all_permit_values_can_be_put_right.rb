# frozen_string_literal: true

# Values that somebody has looked up and found to be as they were; fees in dollars.
Sequel.migration do
  change do
    alter_table(:permit_values) do
      add_column :as_it_is, TrueClass, null: false, default: false
      add_column :amount, BigDecimal, size: [10, 4]
    end
  end
end
