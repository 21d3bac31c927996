# frozen_string_literal: true

# Settles a part of an invoice; what is settled whole closes its loads.
module Work::Billing::Settle
  # What of an invoice is settled without money that came in. kind - discount, let_go or factored; invoice - row with paid
  def self.without_money(act, kind, invoice, cents, by:, now:)
    part(act, invoice, cents, { kind: }, Store::Company.day_of(now), by:, now:)
    entries = Core::Billing::Books.of_settling(kind, invoice[:id] => cents)
    what = "#{Core::Billing::Books::SETTLED.fetch(kind).last} on #{invoice[:number]}"
    Work::Billing::Post.call(kind, invoice[:customer_id], entries, what:, by:, now:)
  end

  # said - { payment_id: } or { kind: }; on - Date it was paid
  def self.part(act, invoice, cents, said, on, by:, now:)
    Store::Billing::PaymentParts.insert(
      invoice_id: invoice[:id],
      amount: Money.to_d(cents),
      by: by.name,
      at: now,
      **said
    )
    settled = said[:kind] || "received"
    act.changed("invoice", invoice[:id], { settled.to_sym => [nil, "$#{Money.text(cents)}"] })
    close(act, invoice, on) if Store::Billing::Invoices.owed_of(invoice[:id]).zero?
  end

  # What was settled is owed again: its loads are billed and not paid.
  def self.reopen(act, invoice) = turn(act, invoice, "closed", "billed") { nil }

  # What was paid of loads that stand on an invoice is all.
  def self.close(act, invoice, on) =
    turn(act, invoice, "billed", "closed") { |load| [on, load[:invoiced_on]].max }

  # Yields each load for the day that it is paid on.
  def self.turn(act, invoice, from, to)
    standing = Store::Billing::InvoiceLoads.where(invoice_id: invoice[:id], standing: true)
    standing
      .select_order_map(:load_id)
      .each do |load_id|
        load = Store::Freight.load_for_change(load_id)
        next unless load[:status] == from

        paid_on = yield load
        Store::Freight::Loads.change(load, status: to, paid_on:)
        act.changed("load", load_id, { status: [from, to], paid_on: [load[:paid_on], paid_on] })
      end
  end
  private_class_method :close, :turn
end
