# frozen_string_literal: true

# Bills loads that are ready: one invoice for all that are told, which are one customer's. It is written once and never
# changed; what is wrong with it is taken back whole (CreditInvoice) and billed anew.
class Work::Billing::MakeInvoice
  # input - { key:, load_ids:, invoiced_on: Date or nil for today where the company is }. Returns the id.
  # Raises Refused `not_ready`, `wrong_status`, `two_customers`, `not_yet`; Store::NotFound.
  def self.call(input, by:, now:)
    Work::Act.once(input[:key], "make_invoice", by:, now:, input: Work::Act.plain(input)) do |act|
      new(act, [input[:load_ids]], input[:invoiced_on]).write.first
    end
  end

  # Several invoices at once, which cost little more than one: all of them, or none. input - { key:, bills: Array of
  # load ids for each }. Returns the ids, in this order. Raises the same.
  def self.all(input, by:, now:)
    answer =
      Work::Act.once(input[:key], "make_invoice", by:, now:, input: Work::Act.plain(input)) do |act|
        { invoice_ids: new(act, input[:bills], nil).write }
      end
    answer.fetch(:invoice_ids)
  end

  # The lines of an invoice, or of the credit note that takes it back.
  def self.lines(invoice_id, charges) =
    charges.each_with_index.map do |charge, position|
      { invoice_id:, position:, amount: Money.to_d(charge.cents), **charge.to_h.except(:cents) }
    end

  # One that is to be written. loads - Array of Facts::Load
  Bill =
    Core::Value.of(:number, :loads) do
      def charges = loads.flat_map(&:charges)
      def customer = loads.first.row
      def names = loads.map { |load| load.row[:number] }.join(", ")
      def said = "Invoice #{number}"
    end

  def initialize(act, bills, invoiced_on)
    @act = act
    @bills = bills.map { |ids| ids.uniq.sort }
    @invoiced_on =
      Work::Billing::Day.read(invoiced_on || Store::Company.day_of(act.now), "/invoiced_on", now: act.now)
  end

  def write
    held = hold
    loads = ready(held)
    numbers = Store::Billing.next_serials(@bills.length).map { |serial| Core::Billing.number(serial) }
    bills = @bills.zip(numbers).map { |ids, number| Bill.new(number:, loads: loads.values_at(*ids)) }
    ids = Store::Billing::Invoices.add(bills.map { |bill| row(bill) })
    keep_parts(ids.zip(bills))
    billed = bills.flat_map { |bill| bill.loads.map { |load| close(held.fetch(load.row[:id]), bill.number) } }
    @act.changed_each(
      [*billed, *ids.zip(bills).map { |id, bill| ["invoice", id, { loads: [nil, bill.names] }] }]
    )
    ids
  end

  private

  # { load id => row }, held against everybody else.
  def hold
    ids = @bills.flatten
    rows = Store::Freight::Loads.lock_all(ids)
    missing = ids.find { |id| !rows.key?(id) }
    raise Store::NotFound.new("load", missing) if missing

    rows
  end

  # { load id => Facts::Load } of what is held: each bill's in one status, of one customer, with nothing that it
  # waits for.
  def ready(held)
    loads = Work::Billing::Facts.of(held.keys).to_h { |load| [load.row[:id], load] }
    wrong = held.values.find { |row| !loads.key?(row[:id]) }
    if wrong
      refuse("wrong_status", "#{wrong[:number]} is #{wrong[:status].tr("_", " ")}: it cannot be billed.")
    end
    if @bills.any? { |ids| held.values_at(*ids).uniq { |row| row[:customer_id] }.length > 1 }
      refuse("two_customers", "These are not all of one customer: bill each by itself.")
    end

    waiting = loads.each_value.find { |load| load.waits.any? }
    refuse("not_ready", "#{waiting.row[:number]}: #{waiting.waits.first.text}") if waiting
    loads
  end

  def row(bill) =
    {
      number: bill.number,
      customer_id: bill.customer[:customer_id],
      rebills_id: bill.loads.filter_map { |load| load.row[:billed_before_id] }.max,
      invoiced_on: @invoiced_on,
      due_on: Core::Billing.due_on(@invoiced_on, bill.customer[:terms_days]),
      total: Money.to_d(bill.charges.sum(&:cents)),
      made_by: @act.by.name,
      made_at: @act.now
    }

  # written - Array of [invoice id, Bill]
  def keep_parts(written)
    Store::Billing::InvoiceLines.multi_insert(
      written.flat_map { |id, bill| self.class.lines(id, bill.charges) }
    )
    Store::Billing::InvoiceLoads.multi_insert(
      written.flat_map do |invoice_id, bill|
        bill.loads.map { |load| { invoice_id:, load_id: load.row[:id] } }
      end
    )
    postings =
      written.map do |id, bill|
        [bill.customer[:customer_id], Core::Billing::Books.of_invoice(id, bill.charges), bill.said]
      end
    Work::Billing::Post.all("invoice", postings, by: @act.by, now: @act.now)
  end

  # Returns what the load changes, for the trail.
  def close(load, number)
    Store::Freight::Loads.change(
      load,
      status: "billed",
      invoice_number: number,
      invoiced_on: @invoiced_on,
      paid_on: nil
    )
    ["load", load[:id], { status: [load[:status], "billed"], invoice_number: [nil, number] }]
  end

  def refuse(code, text) = raise(Refused.new(code, text, path: "/load_ids"))
end
