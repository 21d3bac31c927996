# frozen_string_literal: true

# A settlement in double entry. An amount is what the account owes, positive, or is owed; those of one posting
# add up to nothing.
module Core::Pay::Books
  # account - of ACCOUNTS; cents - whole; kind, source_id, deduction_id - of the line that it posts, as in
  # Terms::Line; nil where it posts none
  Entry = Core::Value.of(:account, :label, :cents, :kind, :source_id, :deduction_id)

  ACCOUNTS = {
    "earnings" => "earnings",
    "reimbursements" => "reimbursements",
    "taxes" => "taxes",
    "garnishments" => "garnishments",
    "advances" => "advances",
    "one_time" => "deductions",
    "recurring" => "deductions"
  }.freeze
  # lines - Array of Terms::Line; escrow - ids of the deductions that are kept for the driver
  #
  # Returns Array of Entry. What is earned is owed by the company's earnings to the driver's net payable; a
  # net below zero is carried forward.
  def self.of_statement(lines, escrow: [])
    entries =
      lines.map do |line|
        entry(
          account(line, escrow),
          line.label,
          -line.amount_cents,
          **line.to_h.slice(:kind, :source_id, :deduction_id)
        )
      end
    net_cents = lines.sum(&:amount_cents)
    return entries + [entry("net_payable", "Net", net_cents)] unless net_cents.negative?

    entries + [entry("carried_forward", "Carried in", net_cents)]
  end

  # What a driver is given in advance: he owes the principal and its fees.
  def self.of_advance(label, principal_cents:, fee_cents:)
    [
      entry("advances", label, -(principal_cents + fee_cents)),
      entry("bank", label, principal_cents),
      entry("fees", label, fee_cents)
    ].reject { |entry| entry.cents.zero? }
  end

  # Interest of an escrow fund: the company bears it, and it stays in the fund of that deduction.
  def self.of_interest(label, deduction_id, cents) =
    [entry("escrow", label, cents, deduction_id:), entry("interest", label, -cents, deduction_id:)]

  # The net that leaves the bank.
  def self.of_payment(net_cents) = [entry("net_payable", "Net", -net_cents), entry("bank", "Net", net_cents)]

  def self.reversed(entries) = entries.map { |entry| entry.with(cents: -entry.cents) }

  def self.account(line, escrow)
    return "carried_forward" if line.kind == "carried_in"
    return "escrow" if line.deduction_id && escrow.include?(line.deduction_id)

    ACCOUNTS.fetch(line.section)
  end

  def self.entry(account, label, cents, kind: nil, source_id: nil, deduction_id: nil) =
    Entry.new(account:, label:, cents:, kind:, source_id:, deduction_id:)
  private_class_method :account, :entry
end
