# frozen_string_literal: true

# Entries of the ledger.
Store::Pay::LedgerEntries =
  Store::Table.of(:ledger_entries) do
    # Taken toward each deduction, by [driver_id, deduction_id].
    def taken_by_deduction =
      where(account: %w[deductions escrow])
        .exclude(deduction_id: nil)
        .group(:driver_id, :deduction_id)
        .select_hash(%i[driver_id deduction_id], Sequel.function(:sum, :amount).as(:amount))

    # The sum of an account, by driver.
    def sum_by_driver(account) =
      where(account:).group(:driver_id).select_hash(:driver_id, Sequel.function(:sum, :amount).as(:amount))

    # Transactions whose entries do not add up to nothing.
    def unbalanced_ids = group(:transaction_id).having { sum(:amount) !~ 0 }.select_map(:transaction_id)

    # Rows of driver_id, deduction_id, amount and when it was posted.
    def timed(account) =
      join(:ledger_transactions, id: :transaction_id)
        .where(account:)
        .select(:driver_id, :deduction_id, :amount, :at)
        .all
  end
