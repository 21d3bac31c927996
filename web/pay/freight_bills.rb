# frozen_string_literal: true

# What the freight bill of each load says that a lessor was paid a percentage of: line haul, surcharge, each
# accessorial, and the whole.
# Source: 49 CFR 376.12(g): the rated freight bill, or a document with the same information, with the
# settlement. The names of shippers and consignees may be left out, and are.
module Web::Pay::FreightBills
  def self.of(statement_id)
    loads = Store::Pay.billed_loads(statement_id)
    charges =
      DB[:accessorials]
        .where(load_id: loads.map { |load| load[:id] })
        .order(:load_id, :position)
        .all
        .group_by { |row| row[:load_id] }
    loads.map do |load|
      lines = [
        ["Line haul", load[:line_haul]],
        ["Fuel surcharge", load[:fuel_surcharge]],
        *(charges[load[:id]] || []).map { |row| row.values_at(:label, :amount) }
      ]
      {
        number: load[:number],
        invoice: load[:invoice_number],
        trip: load[:trip],
        day: load[:completed_on].iso8601,
        route: "#{load[:origin]} → #{load[:destination]}",
        lines:
          lines.reject { |_, amount| amount.zero? }.map { |label, amount| { label:, amount: money(amount) } },
        total: money(load[:total])
      }
    end
  end

  def self.money(amount) = Money.text(Money.cents(amount))
  private_class_method :money
end
