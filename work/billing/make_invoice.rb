# frozen_string_literal: true

# Bills loads that are ready: one invoice for all that are told, which are one customer's. It is written once and never
# changed; what is wrong with it is taken back whole (CreditInvoice) and billed anew.
module Work::Billing::MakeInvoice
  # input - { key:, load_ids:, invoiced_on: Date or nil for today where the company is }. Returns the id.
  # Raises Refused `not_ready`, `wrong_status`, `two_customers`, `not_yet`; Store::NotFound.
  def self.call(input, by:, now:)
    Work::Act.once(input[:key], "make_invoice", by:, now:, input: Work::Act.plain(input)) do |act|
      ids = input[:load_ids].uniq.sort
      rows = ids.map { |id| Store::Freight.load_for_change(id) || raise(Store::NotFound.new("load", id)) }
      loads = ready(rows)
      invoiced_on =
        Work::Billing::Day.read(input[:invoiced_on] || Store::Company.day_of(now), "/invoiced_on", now:)
      number = Core::Billing.number(Store::Billing.next_serial)
      id = write(number, loads, invoiced_on, by, now)
      billed = bill(rows, number, invoiced_on)
      act.changed_each(
        [*billed, ["invoice", id, { loads: [nil, rows.map { |row| row[:number] }.join(", ")] }]]
      )
      id
    end
  end

  # Array of Facts::Load; in one status, of one customer, with nothing that it waits for.
  def self.ready(rows)
    loads = Work::Billing::Facts.of(rows.map { |row| row[:id] })
    wrong = rows.find { |row| loads.none? { |load| load.row[:id] == row[:id] } }
    if wrong
      refuse("wrong_status", "#{wrong[:number]} is #{wrong[:status].tr("_", " ")}: it cannot be billed.")
    end
    if rows.map { |row| row[:customer_id] }.uniq.length > 1
      refuse("two_customers", "These are not all of one customer: bill each by itself.")
    end

    waiting = loads.find { |load| load.waits.any? }
    refuse("not_ready", "#{waiting.row[:number]}: #{waiting.waits.first.text}") if waiting
    loads
  end

  def self.write(number, loads, invoiced_on, by, now)
    customer = loads.first.row
    charges = loads.flat_map(&:charges)
    id =
      Store::Billing::Invoices.insert(
        number:,
        customer_id: customer[:customer_id],
        rebills_id: loads.filter_map { |load| load.row[:billed_before_id] }.max,
        invoiced_on:,
        due_on: Core::Billing.due_on(invoiced_on, customer[:terms_days]),
        total: Money.to_d(charges.sum(&:cents)),
        made_by: by.name,
        made_at: now
      )
    lines(id, charges)
    Store::Billing::InvoiceLoads.multi_insert(loads.map { |load| { invoice_id: id, load_id: load.row[:id] } })
    entries = Core::Billing::Books.of_invoice(id, charges)
    Work::Billing::Post.call("invoice", customer[:customer_id], entries, what: "Invoice #{number}", by:, now:)
    id
  end

  def self.lines(invoice_id, charges) =
    Store::Billing::InvoiceLines.multi_insert(
      charges.each_with_index.map do |charge, position|
        { invoice_id:, position:, amount: Money.to_d(charge.cents), **charge.to_h.except(:cents) }
      end
    )

  # Returns what each load changes, for the trail.
  def self.bill(rows, number, invoiced_on) =
    rows.map do |load|
      Store::Freight::Loads.change(load, status: "billed", invoice_number: number, invoiced_on:, paid_on: nil)
      ["load", load[:id], { status: [load[:status], "billed"], invoice_number: [nil, number] }]
    end

  def self.refuse(code, text) = raise(Refused.new(code, text, path: "/load_ids"))
  private_class_method :ready, :write, :bill, :refuse
end
