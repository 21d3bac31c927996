# frozen_string_literal: true

# Bills and receipts in double entry, in the ledger that settlements are in (Core::Pay::Books): an amount is what the
# account owes, positive, or is owed; those of one posting add up to nothing. What customers owe us is below nothing in
# receivables, what we have earned above it in revenue, by code.
module Core::Billing::Books
  # account - receivables, revenue, bank or unapplied_cash; kind - code of the charge, nil where it is none; invoice_id -
  # nil for what is of none
  Entry = Value.of(:account, :label, :cents, :kind, :invoice_id)

  # charges - Array of Charge
  def self.of_invoice(invoice_id, charges)
    revenue =
      charges
        .group_by(&:code)
        .map do |code, same|
          entry("revenue", Core::Billing::CODES.fetch(code), same.sum(&:cents), invoice_id, kind: code)
        end
    [entry("receivables", "Receivable", -charges.sum(&:cents), invoice_id), *revenue]
  end

  # A payment: what of it pays invoices, and what nobody knows yet what for. parts - { invoice id => cents }
  def self.of_receipt(cents, parts)
    rest = cents - parts.values.sum
    [
      entry("bank", "Received", -cents, nil),
      *parts.map { |invoice_id, part| entry("receivables", "Receivable", part, invoice_id) },
      *([entry("unapplied_cash", "Not applied", rest, nil)] if rest.positive?)
    ]
  end

  # What lay unapplied pays invoices; or, below nothing, is taken off them again. parts - { invoice id => cents }
  def self.of_applying(parts) =
    [
      entry("unapplied_cash", "Not applied", -parts.values.sum, nil),
      *parts.map { |invoice_id, part| entry("receivables", "Receivable", part, invoice_id) }
    ]

  # Account and words of what settles an invoice without money that came in.
  SETTLED = {
    "discount" => %w[discounts Discount],
    "let_go" => ["write_offs", "Let go"],
    "factored" => ["factor_reserve", "Sold to the factor"]
  }.freeze

  # What is settled so; or, below nothing, is owed again. kind - of SETTLED; parts - { invoice id => cents }
  def self.of_settling(kind, parts)
    account, label = SETTLED.fetch(kind)
    parts.flat_map do |invoice_id, part|
      [entry(account, label, -part, invoice_id), entry("receivables", "Receivable", part, invoice_id)]
    end
  end

  # What a factor paid of what he holds back, less his fee; invoice_id - that it is for
  def self.of_factor(invoice_id, bank_cents, fee_cents)
    [
      entry("bank", "Of the factor", -bank_cents, invoice_id),
      entry("factoring_fees", "Factoring fee", -fee_cents, invoice_id),
      entry("factor_reserve", "Held by the factor", bank_cents + fee_cents, invoice_id)
    ]
  end

  def self.entry(account, label, cents, invoice_id, kind: nil) =
    Entry.new(account:, label:, cents:, kind:, invoice_id:)
  private_class_method :entry
end
