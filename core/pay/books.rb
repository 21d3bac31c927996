# frozen_string_literal: true

# A settlement in double entry. An amount is what the account owes, positive, or is owed; those of one posting
# add up to nothing.
module Core::Pay::Books
  # account - of ACCOUNTS; cents - whole
  Entry = Core::Value.of(:account, :label, :cents)

  ACCOUNTS = {
    "earnings" => "earnings",
    "reimbursements" => "reimbursements",
    "taxes" => "taxes",
    "garnishments" => "garnishments",
    "advances" => "advances",
    "one_time" => "deductions",
    "recurring" => "deductions"
  }.freeze
  # What a net below zero left, taken by the next statement.
  CARRIED_IN = "Carried in"

  # lines - Array of Terms::Line; escrow - labels of deductions that are kept for the driver, and of the money
  #         given back from them
  #
  # Returns Array of Entry. What is earned is owed by the company's earnings to the driver's net payable; a
  # net below zero is carried forward.
  def self.of_statement(lines, escrow: [])
    entries =
      lines.map do |line|
        Entry.new(account: account(line, escrow), label: line.label, cents: -line.amount_cents)
      end
    net_cents = lines.sum(&:amount_cents)
    unless net_cents.negative?
      return entries + [Entry.new(account: "net_payable", label: "Net", cents: net_cents)]
    end

    entries + [Entry.new(account: "carried_forward", label: CARRIED_IN, cents: net_cents)]
  end

  # What a driver is given in advance: he owes the principal and its fees.
  def self.of_advance(label, principal_cents:, fee_cents:)
    [
      Entry.new(account: "advances", label:, cents: -(principal_cents + fee_cents)),
      Entry.new(account: "bank", label:, cents: principal_cents),
      Entry.new(account: "fees", label:, cents: fee_cents)
    ].reject { |entry| entry.cents.zero? }
  end

  # Interest of an escrow fund: the company bears it, and it stays in the fund.
  def self.of_interest(label, cents) =
    [Entry.new(account: "escrow", label:, cents:), Entry.new(account: "interest", label:, cents: -cents)]

  # The net that leaves the bank.
  def self.of_payment(net_cents) =
    [
      Entry.new(account: "net_payable", label: "Net", cents: -net_cents),
      Entry.new(account: "bank", label: "Net", cents: net_cents)
    ]

  def self.reversed(entries) = entries.map { |entry| entry.with(cents: -entry.cents) }

  def self.account(line, escrow)
    return "carried_forward" if line.section == "advances" && line.label == CARRIED_IN
    if escrow.include?(line.label) && %w[recurring one_time reimbursements].include?(line.section)
      return "escrow"
    end

    ACCOUNTS.fetch(line.section)
  end
  private_class_method :account
end
