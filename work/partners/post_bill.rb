# frozen_string_literal: true

# Writes a partner's bill, and what pays it, to the ledger that all is in.
module Work::Partners::PostBill
  # Within the act that approves it. What is paid otherwise than was agreed is agreed on from here on: what a load costs is
  # the same on every screen and in the books.
  def self.call(bill, partner, act)
    differs = bill[:total] - (Store::Partners.agreed([bill[:trip_id]])[bill[:trip_id]] || 0)
    add(bill, differs) unless differs.zero?
    entries = Core::Partners::Books.of_bill(Money.cents(bill[:total]))
    post("partner_bill", partner, "#{partner[:name]}, bill #{bill[:number]}", entries, act)
  end

  def self.add(bill, amount)
    costs = Store::Partners::Costs.where(trip_id: bill[:trip_id])
    Store::Partners::Costs.insert(
      trip_id: bill[:trip_id],
      position: (costs.max(:position) || -1) + 1,
      code: "other",
      label: ["By bill #{bill[:number]}", bill[:why]].compact.join(": "),
      amount:
    )
  end

  # bills - rows; discount is ours where it is paid soon
  def self.payment(bills, partner, act)
    entries =
      Core::Partners::Books.of_payment(
        bills.sum { |bill| Money.cents(bill[:total]) },
        bills.sum { |bill| Money.cents(bill[:discount]) }
      )
    post(
      "partner_payment",
      partner,
      "#{partner[:name]}, #{bills.map { |bill| bill[:number] }.join(", ")}",
      entries,
      act
    )
  end

  def self.post(kind, partner, what, entries, act)
    transaction_id = Store::Pay::LedgerTransactions.insert(kind:, what:, by: act.by.name, at: act.now)
    Store::Pay::LedgerEntries.multi_insert(
      entries
        .reject { |entry| entry.cents.zero? }
        .map do |entry|
          {
            transaction_id:,
            partner_id: partner[:id],
            account: entry.account,
            label: entry.label,
            amount: Money.to_d(entry.cents)
          }
        end
    )
  end
  private_class_method :add, :post
end
