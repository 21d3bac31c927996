# frozen_string_literal: true

# Writes a partner's bill, and what pays it, to the ledger that all is in.
module Work::Partners::PostBill
  # Within the act that approves it.
  def self.call(bill, partner, act) =
    post(
      "partner_bill",
      partner,
      "#{partner[:name]}, bill #{bill[:number]}",
      Core::Partners::Books.of_bill(Money.cents(bill[:total])),
      act
    )

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
  private_class_method :post
end
