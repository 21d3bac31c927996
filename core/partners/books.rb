# frozen_string_literal: true

# Partners' bills in double entry (Core::Pay::Books): an amount is what the account owes, positive, or is owed; those of
# one posting add up to nothing.
module Core::Partners::Books
  Entry = Value.of(:account, :label, :cents)

  # What it costs us, owed to the partner.
  def self.of_bill(cents) =
    [entry("purchased_transportation", "Hauled by a partner", -cents), entry("payables", "Payable", cents)]

  # What is owed leaves the bank, less what is taken off for paying soon.
  def self.of_payment(cents, discount_cents) =
    [
      entry("payables", "Payable", -cents),
      entry("bank", "Paid", cents - discount_cents),
      entry("quick_pay", "Quick pay", discount_cents)
    ]

  def self.entry(account, label, cents) = Entry.new(account:, label:, cents:)
  private_class_method :entry
end
