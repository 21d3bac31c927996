# frozen_string_literal: true

# Writes to the ledger: a statement when it is locked, its reversal when it is opened again, what leaves the
# bank, what is given in advance.
# The ledger is only added to; the database holds that every transaction adds up to nothing.
module Work::Pay::Post
  B = Core::Pay::Books
  T = Core::Pay::Terms

  # Every statement of a run. What was short and is carried comes back as a one-time deduction of the next
  # period.
  def self.run(run_id, by:, now:)
    run = Store::Pay::Runs.row(run_id)
    escrow = Store::Pay::Deductions.where(escrow: true).select_map(:id)
    lines = Store::Pay::StatementLines.by_statement(Store::Pay::Statements.of_run(run_id).select(:id))
    Store::Pay::Statements
      .where(pay_run_id: run_id)
      .order(:id)
      .all
      .each do |statement|
        entries = B.of_statement((lines[statement[:id]] || []).map { |row| line(row) }, escrow:)
        write(
          "statement",
          statement[:driver_id],
          entries,
          what: "Statement #{run[:from_on]} to #{run[:to_on]}",
          by:,
          now:,
          statement_id: statement[:id]
        )
      end
    carry(run, by, now)
  end

  # What a locked run has posted, taken back; what it carried is withdrawn.
  def self.reverse_run(run_id, why, by:, now:)
    statements = Store::Pay::Statements.where(pay_run_id: run_id)
    Store::Pay::LedgerTransactions
      .standing(statements.select(:id))
      .each do |row|
        entries = entries(row[:id])
        driver_id = statements.where(id: row[:statement_id]).get(:driver_id)
        write(
          "reversal",
          driver_id,
          B.reversed(entries),
          what: "Opened again: #{why}",
          by:,
          now:,
          statement_id: row[:statement_id],
          reverses_id: row[:id]
        )
      end
    items = Store::Pay::Items.where(carried_from_id: statements.select(:id), withdrawn_at: nil)
    items.update(withdrawn_at: now)
  end

  # Of one posting: Array of Entry.
  def self.entries(transaction_id) =
    Store::Pay::LedgerEntries
      .where(transaction_id:)
      .order(:id)
      .map do |row|
        says = row.slice(:account, :label, :kind, :source_id, :deduction_id)
        B::Entry.new(cents: Money.cents(row[:amount]), **says)
      end

  # The nets of a run leave the bank.
  def self.payment(run_id, by:, now:)
    Store::Pay::Statements
      .of_run(run_id)
      .with_net
      .all
      .each do |row|
        write(
          "payment",
          row[:driver_id],
          B.of_payment(Money.cents(row[:net])),
          what: "Paid",
          by:,
          now:,
          statement_id: row[:id]
        )
      end
  end

  def self.advance(row, by:, now:)
    fee_cents = Money.cents(row[:fee_fixed]) + Money.cents(row[:principal] * row[:fee_percent] / 100)
    write(
      "advance",
      row[:driver_id],
      B.of_advance(row[:label], principal_cents: Money.cents(row[:principal]), fee_cents:),
      what: "Advance: #{row[:label]}",
      by:,
      now:
    )
  end

  def self.write(kind, driver_id, entries, what:, by:, now:, statement_id: nil, reverses_id: nil)
    entries = entries.reject { |entry| entry.cents.zero? }
    return if entries.empty?

    transaction_id =
      Store::Pay::LedgerTransactions.insert(kind:, statement_id:, reverses_id:, what:, by: by.name, at: now)
    Store::Pay::LedgerEntries.multi_insert(
      entries.map do |entry|
        { transaction_id:, driver_id:, amount: Money.to_d(entry.cents), **entry.to_h.except(:cents) }
      end
    )
    transaction_id
  end

  def self.line(row) =
    T::Line.new(
      **row.slice(:section, :kind, :label, :quantity, :rate, :source_id, :deduction_id),
      amount_cents: Money.cents(row[:amount]),
      trip: nil
    )

  def self.carry(run, by, now)
    Store::Pay::Shortfalls
      .carried(run[:id])
      .each do |row|
        item_id =
          Store::Pay::Items.insert(
            driver_id: row[:driver_id],
            kind: "deduction",
            label: row[:label],
            deduction_id: row[:deduction_id],
            note: "Was short #{run[:from_on]} to #{run[:to_on]}",
            carried_from_id: row[:statement_id],
            made_by: by.name,
            made_at: now
          )
        Store::Pay::ItemParts.insert(item_id:, amount: row[:amount], due_on: run[:to_on] + 1)
      end
  end
  private_class_method :entries, :line, :carry
end
