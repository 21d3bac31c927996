# frozen_string_literal: true

# Takes an invoice back whole, by a credit note that says why: its loads can be billed anew, and what was paid toward it
# lies unapplied with the customer.
module Work::Billing::CreditInvoice
  # input - { key:, why: }. Returns the credit note's id. Raises Refused `credited_already`, `reason_missing`; NotFound.
  def self.call(invoice_id, input, by:, now:)
    Work::Act.once(input[:key], "credit_invoice", by:, now:, input: input.merge(invoice_id:)) do |act|
      invoice = Store::Billing::Invoices.row(invoice_id)
      raise Store::NotFound.new("invoice", invoice_id) unless invoice && invoice[:kind] == "invoice"

      # Whoever writes down a payment of his holds the customer too.
      Store::Fleet::Customers.lock_softly(invoice[:customer_id])

      why = input[:why].to_s.strip
      raise Refused.new("reason_missing", "Say in a word or two why.", path: "/why") if why.empty?

      refuse_twice(invoice)
      release(act, invoice)
      unapply(invoice, by, now)
      id = write(invoice, why, by, now)
      act.changed(
        "invoice",
        invoice_id,
        { credited: [nil, Store::Billing::Invoices.at(id).get(:number)] },
        why:
      )
      id
    end
  end

  def self.refuse_twice(invoice)
    note = Store::Billing::Invoices.first(credits_id: invoice[:id]) or return
    raise Refused.new(
            "credited_already",
            "#{note[:made_by]} has taken it back already, by #{note[:number]}.",
            path: ""
          )
  end

  def self.write(invoice, why, by, now)
    on = Store::Company.day_of(now)
    number = Core::Billing.number(Store::Billing.next_serial)
    id =
      Store::Billing::Invoices.insert(
        number:,
        kind: "credit_note",
        credits_id: invoice[:id],
        customer_id: invoice[:customer_id],
        invoiced_on: on,
        due_on: on,
        total: -invoice[:total],
        why:,
        made_by: by.name,
        made_at: now
      )
    charges = back(invoice)
    Store::Billing::InvoiceLines.multi_insert(Work::Billing::MakeInvoice.lines(id, charges))
    entries = Core::Billing::Books.of_invoice(invoice[:id], charges)
    what = "Credit note #{number} for #{invoice[:number]}"
    Work::Billing::Post.call("credit_note", invoice[:customer_id], entries, what:, by:, now:)
    id
  end

  # The lines of an invoice, taken back.
  def self.back(invoice) =
    Store::Billing::InvoiceLines
      .where(invoice_id: invoice[:id])
      .order(:position)
      .map do |row|
        Core::Billing::Charge.new(
          **row.slice(:code, :label, :quantity, :unit, :rate, :load_id),
          cents: -Money.cents(row[:amount])
        )
      end

  def self.release(act, invoice)
    loads = Store::Billing::InvoiceLoads.where(invoice_id: invoice[:id])
    ids = loads.order(:load_id).select_map(:load_id)
    kinds = Store::Billing.papers(ids)
    ids.each do |load_id|
      load = Store::Freight.load_for_change(load_id)
      status = before(load, kinds[load_id] || [])
      Store::Freight::Loads.change(load, status:, invoice_number: nil, invoiced_on: nil, paid_on: nil)
      act.changed(
        "load",
        load_id,
        { status: [load[:status], status], invoice_number: [invoice[:number], nil] }
      )
    end
    loads.update(standing: false)
  end

  # What it was before it was billed.
  def self.before(load, kinds)
    return "cancelled" if load[:cancel_reason]

    Core::Freight.step(load[:status], Core::Freight::Papers.in?(kinds) ? "papers_in" : "delivered")
  end

  # Money lies unapplied; what was taken off or let go is no more.
  def self.unapply(invoice, by, now)
    parts = Store::Billing::PaymentParts.standing.where(invoice_id: invoice[:id])
    sums = parts.select_hash_groups(:kind, :amount).transform_values { |amounts| Money.cents(amounts.sum) }
    if sums.key?("factored")
      raise Refused.new("factored", "It is sold to the factor: it must come back from him first.", path: "")
    end

    parts.update(undone_at: now)
    sums.each do |kind, cents|
      books = Core::Billing::Books
      back = { invoice[:id] => -cents }
      entries = kind == "payment" ? books.of_applying(back) : books.of_settling(kind, back)
      posted = kind == "payment" ? "applied" : kind
      what = "Unapplied from #{invoice[:number]}"
      Work::Billing::Post.call(posted, invoice[:customer_id], entries, what:, by:, now:)
    end
  end
  private_class_method :refuse_twice, :write, :back, :release, :before, :unapply
end
