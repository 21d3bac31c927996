# frozen_string_literal: true

# Writes down what a customer paid, and which invoices it pays; what is paid whole closes its loads.
module Work::Billing::Receive
  # input - { key:, customer_id:, kind:, reference:, amount:, received_on:, parts: [{ invoice_id:, amount: }] or nil for
  # the oldest due first, claims: [{ invoice_id:, reason: }] }
  # Returns the id. Raises Refused `not_yet`, `beyond_receipt`, `beyond_invoice`, `not_open`, `other_customer`; NotFound.
  def self.call(input, by:, now:)
    Work::Act.once(input[:key], "receive_payment", by:, now:, input: Work::Act.plain(input)) do |act|
      customer = Store::Fleet::Customers.lock_softly(input[:customer_id]) or
        raise Store::NotFound.new("customer", input[:customer_id])
      cents = Money.parse_cents(input[:amount])
      received_on = Work::Billing::Day.read(input[:received_on], "/received_on", now:)
      open = open_of(customer[:id])
      parts = parts(input[:parts], cents, open)
      id = enter(act, input, cents, parts, open, received_on, by:, now:)
      claim(input[:claims], parts, open, by, now)
      id
    end
  end

  # A payment with what of it pays which invoices, in the ledger as well; its customer is held. input - customer_id, kind,
  # reference; parts - { invoice id => cents }; open - as of open_of. Returns its id.
  def self.enter(act, input, cents, parts, open, received_on, by:, now:)
    id = write(input, cents, received_on, by, now)
    apply(act, id, parts, open, received_on, by, now)
    entries = Core::Billing::Books.of_receipt(cents, parts)
    what = "Received #{input[:reference]}".strip
    Work::Billing::Post.call("receipt", input[:customer_id], entries, what:, by:, now:)
    act.changed("customer", input[:customer_id], { received: [nil, "$#{Money.text(cents)}"] })
    id
  end

  # { invoice id => row with paid } of those of which something is owed.
  def self.open_of(customer_id) = Store::Billing::Invoices.open.where(customer_id:).as_hash(:id)
  def self.owed(row) = Money.cents(row[:total] - row[:paid])

  # { invoice id => cents }
  def self.parts(asked, cents, open)
    if asked.nil?
      return Core::Billing.spread(cents, open.values.map { |row| [row[:id], row[:due_on], owed(row)] })
    end

    parts = asked.each_with_index.to_h { |part, i| part(part, i, open) }
    if parts.values.sum > cents
      over = Core::Spoken.dollars(parts.values.sum - cents)
      raise Refused.new("beyond_receipt", "That is #{over} more than came in.", path: "/parts")
    end
    parts
  end

  def self.part(part, index, open)
    path = "/parts/#{index}/amount"
    row = open[part[:invoice_id]] or
      raise Refused.new("not_open", "This invoice is paid, taken back or another customer's.", path:)
    cents = Money.parse_cents(part[:amount])
    return row[:id], cents if cents.between?(1, owed(row))

    most = Core::Spoken.dollars(owed(row))
    raise Refused.new("beyond_invoice", "#{row[:number]} has #{most} open: no more can be applied.", path:)
  end

  def self.write(input, cents, received_on, by, now) =
    Store::Billing::Payments.insert(
      **input.slice(:customer_id, :kind),
      reference: input[:reference].to_s.strip,
      amount: Money.to_d(cents),
      received_on:,
      made_by: by.name,
      made_at: now
    )

  def self.apply(act, payment_id, parts, open, received_on, by, now)
    parts.each do |invoice_id, cents|
      Store::Billing::PaymentParts.insert(
        payment_id:,
        invoice_id:,
        amount: Money.to_d(cents),
        by: by.name,
        at: now
      )
      close(act, open[invoice_id], received_on) if cents == owed(open[invoice_id])
      act.changed("invoice", invoice_id, { received: [nil, "$#{Money.text(cents)}"] })
    end
  end

  def self.close(act, invoice, received_on)
    Store::Billing::InvoiceLoads
      .where(invoice_id: invoice[:id], standing: true)
      .order(:load_id)
      .select_map(:load_id)
      .each do |load_id|
        load = Store::Freight.load_for_change(load_id)
        next unless load[:status] == "billed"

        paid_on = [received_on, load[:invoiced_on]].max
        Store::Freight::Loads.change(load, status: "closed", paid_on:)
        act.changed("load", load_id, { status: %w[billed closed], paid_on: [nil, paid_on] })
      end
  end

  # Why less was paid than is open: kept with the invoice, which stays open for the rest.
  def self.claim(asked, parts, open, by, now)
    (asked || []).each do |claim|
      invoice = open[claim[:invoice_id]] or next
      short = owed(invoice) - (parts[invoice[:id]] || 0)
      next unless short.positive?

      Store::Billing::Claims.insert(
        invoice_id: invoice[:id],
        amount: Money.to_d(short),
        reason: claim[:reason].strip,
        made_by: by.name,
        made_at: now
      )
    end
  end
  private_class_method :parts, :part, :write, :close, :claim
end
