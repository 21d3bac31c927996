# frozen_string_literal: true

# Writes bills and receipts to the ledger that settlements are in: it is only added to, and the database holds that every
# posting adds up to nothing.
module Work::Billing::Post
  # entries - Array of Core::Billing::Books::Entry
  def self.call(kind, customer_id, entries, what:, by:, now:)
    entries = entries.reject { |entry| entry.cents.zero? }
    return if entries.empty?

    transaction_id = Store::Pay::LedgerTransactions.insert(kind:, what:, by: by.name, at: now)
    Store::Pay::LedgerEntries.multi_insert(
      entries.map do |entry|
        { transaction_id:, customer_id:, amount: Money.to_d(entry.cents), **entry.to_h.except(:cents) }
      end
    )
    transaction_id
  end
end
