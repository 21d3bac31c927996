# frozen_string_literal: true

# What the freight bill of a load says that a lessor was paid a percentage of: line haul, surcharge, each
# accessorial, and the whole.
# Source: 49 CFR 376.12(g): the rated freight bill, or a document with the same information, with the
# settlement. The names of shippers and consignees may be left out, and are.
module Papers::FreightBillText
  # load - row of Store::Pay.billed_loads with :accessorials
  def self.of(load)
    lines = [
      ["Line haul", load[:line_haul]],
      ["Fuel surcharge", load[:fuel_surcharge]],
      *load[:accessorials].map { |row| row.values_at(:label, :amount) }
    ]
    {
      number: load[:number],
      invoice: load[:invoice_number],
      trip: load[:trip],
      day: load[:completed_on].iso8601,
      route: "#{load[:origin]} → #{load[:destination]}",
      lines:
        lines
          .reject { |_, amount| amount.zero? }
          .map { |label, amount| { label:, amount: Money.dollars_text(amount) } },
      total: Money.dollars_text(load[:total])
    }
  end
end
