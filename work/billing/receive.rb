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
      parts = parts(input[:parts], cents, open, received_on)
      id = enter(act, input, cents, parts, open, received_on, by:, now:)
      claim(input[:claims], parts, open, received_on, by, now)
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
  def self.open_of(customer_id) = Store::Billing::Invoices.open(customer_id:).as_hash(:id)
  def self.owed(row) = Money.cents(row[:total] - row[:paid])

  # The oldest due first: { invoice id => cents }. rows - of invoices with paid
  def self.spread(cents, rows, received_on)
    Core::Billing.spread(
      cents,
      rows.map { |row| [row[:id], row[:due_on], owed(row)] },
      discounts: rows.to_h { |row| [row[:id], discount(row, received_on)] }
    )
  end

  # { invoice id => cents }
  def self.parts(asked, cents, open, received_on)
    return spread(cents, open.values, received_on) if asked.nil?

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
      invoice = open[invoice_id]
      Work::Billing::Settle.part(act, invoice, cents, { payment_id: }, received_on, by:, now:)
      rest = owed(invoice) - cents
      next unless rest.positive? && rest <= discount(invoice, received_on)

      Work::Billing::Settle.without_money(act, "discount", invoice, rest, by:, now:)
    end
  end

  # Cents that may be taken off an invoice of which nothing was paid before.
  def self.discount(invoice, received_on)
    return 0 unless invoice[:paid].zero?

    percent, days = invoice.values_at(:discount_percent, :discount_days)
    Core::Billing.discount(Money.cents(invoice[:total]), invoice[:invoiced_on], received_on, percent:, days:)
  end

  # Why less was paid than is open: kept with the invoice, which stays open for the rest.
  def self.claim(asked, parts, open, received_on, by, now)
    (asked || []).each do |claim|
      invoice = open[claim[:invoice_id]] or next
      short = owed(invoice) - (parts[invoice[:id]] || 0)
      next unless short.positive? && short > discount(invoice, received_on)

      Store::Billing::Claims.insert(
        invoice_id: invoice[:id],
        amount: Money.to_d(short),
        reason: claim[:reason].strip,
        made_by: by.name,
        made_at: now
      )
    end
  end
  private_class_method :parts, :part, :write, :discount, :claim
end
