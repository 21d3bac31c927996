# frozen_string_literal: true

# Writes bills and receipts to the ledger that settlements are in: it is only added to, and the database holds that
# every posting adds up to nothing.
module Work::Billing::Post
  # entries - Array of Core::Billing::Books::Entry. Returns the posting's id; nil where there is nothing to write.
  def self.call(kind, customer_id, entries, what:, by:, now:) =
    all(kind, [[customer_id, entries, what]], by:, now:).first

  # postings - Array of [customer id, entries, what it is]. Returns the ids of those that say something.
  def self.all(kind, postings, by:, now:)
    postings =
      postings
        .map { |customer_id, entries, what| [customer_id, entries.reject { |one| one.cents.zero? }, what] }
        .reject { |_, entries, _| entries.empty? }
    return [] if postings.empty?

    ids =
      Store::Pay::LedgerTransactions.add(postings.map { |_, _, what| { kind:, what:, by: by.name, at: now } })
    rows = ids.zip(postings).flat_map { |id, (customer_id, entries, _)| rows(id, customer_id, entries) }
    Store::Pay::LedgerEntries.multi_insert(rows)
    ids
  end

  def self.rows(transaction_id, customer_id, entries) =
    entries.map do |entry|
      { transaction_id:, customer_id:, amount: Money.to_d(entry.cents), **entry.to_h.except(:cents) }
    end
  private_class_method :rows
end
