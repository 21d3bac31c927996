# frozen_string_literal: true

# Tables and columns by the names that the trade has for them.
Sequel.migration do
  up do
    rename_table :one_time_items, :pay_items
    rename_table :one_time_parts, :pay_item_parts
    rename_table :statement_shorts, :shortfalls
    rename_table :standing_permits, :annual_permits
    rename_table :acts, :idempotency_keys
    rename_column :permits, :standing_id, :annual_permit_id
    rename_column :card_transactions, :bears, :charged_to
  end

  down { raise Sequel::Error, "Migrations only go forward." }
end
