# frozen_string_literal: true

# Sells invoices to a factor: he pays a part at once, keeps his fee, and holds the rest back until the customer has paid
# him. What the customer never pays comes back.
module Work::Billing::Factor
  # input - { key:, factor:, advance_percent:, fee_percent:, invoice_ids: }. Returns the schedule's id.
  # Raises Refused `more_than_all`, `not_open`.
  def self.sell(input, by:, now:)
    Work::Act.once(input[:key], "factor_invoices", by:, now:, input: input) do |act|
      terms = input.slice(:advance_percent, :fee_percent).transform_values { |text| BigDecimal(text) }
      if terms.values.sum > 100
        raise Refused.new(
                "more_than_all",
                "The advance and the fee come to more than all of it.",
                path: "/fee_percent"
              )
      end

      invoices = owed(input[:invoice_ids])
      id =
        Store::Billing::Factoring::Schedules.insert(
          factor: input[:factor].strip,
          **terms,
          made_by: by.name,
          made_at: now
        )
      invoices.each { |invoice| one(act, id, invoice, terms, by, now) }
      act.changed("factoring", id, { invoices: [nil, invoices.map { |row| row[:number] }.join(", ")] })
      id
    end
  end

  # The customer has paid the factor, who pays what he held back. input - { key: }. Returns the schedule's id.
  # Raises Refused `ended_already`; Store::NotFound.
  def self.release(sold_id, input, by:, now:)
    Work::Act.once(input[:key], "release_reserve", by:, now:, input: input.merge(sold_id:)) do |act|
      ended(act, sold_id, released_at: now) do |sold, invoice|
        entries = Core::Billing::Books.of_factor(invoice[:id], Money.cents(sold[:reserve]), 0)
        post("factor_released", invoice, entries, "Released on #{invoice[:number]}", by, now)
      end
    end
  end

  # The customer has not paid: the invoice is ours again, for what the factor paid and his fee. The same.
  def self.take_back(sold_id, input, by:, now:)
    Work::Act.once(input[:key], "take_back_factored", by:, now:, input: input.merge(sold_id:)) do |act|
      ended(act, sold_id, returned_at: now) do |sold, invoice|
        parts = Store::Billing::PaymentParts.standing
        parts.where(invoice_id: invoice[:id], kind: "factored").update(undone_at: now)
        back, held = %i[amount reserve].map { |name| Money.cents(sold[name]) }
        entries = [
          *Core::Billing::Books.of_settling("factored", invoice[:id] => -back),
          *Core::Billing::Books.of_factor(invoice[:id], held - back, 0)
        ]
        post("factor_returned", invoice, entries, "Back from the factor: #{invoice[:number]}", by, now)
        Work::Billing::Settle.reopen(act, invoice)
      end
    end
  end

  def self.owed(ids)
    Store::Fleet::Customers.queue(Store::Billing::Invoices.where(id: ids).distinct.select_map(:customer_id))
    ids.sort.map do |id|
      Store::Billing::Invoices.owing(id) or
        raise Refused.new(
                "not_open",
                "Nothing of this invoice is owed.",
                path: "/invoice_ids/#{ids.index(id)}"
              )
    end
  end

  def self.one(act, schedule_id, invoice, terms, by, now)
    sale = Core::Billing::Factoring.sale(Work::Billing::Receive.owed(invoice), **terms)
    Store::Billing::Factoring::Sold.insert(
      schedule_id:,
      invoice_id: invoice[:id],
      amount: Money.to_d(sale.amount_cents),
      advance: Money.to_d(sale.advance_cents),
      fee: Money.to_d(sale.fee_cents),
      reserve: Money.to_d(sale.reserve_cents)
    )
    Work::Billing::Settle.without_money(act, "factored", invoice, sale.amount_cents, by:, now:)
    entries = Core::Billing::Books.of_factor(invoice[:id], sale.advance_cents, sale.fee_cents)
    post("factored", invoice, entries, "Advance on #{invoice[:number]}", by, now)
  end

  def self.ended(act, sold_id, said)
    sold = Store::Billing::Factoring::Sold.lock(sold_id) or raise Store::NotFound.new("sale", sold_id)
    if sold[:released_at] || sold[:returned_at]
      raise Refused.new("ended_already", "#{sold[:ended_by]} has ended this already.", path: "")
    end

    invoice = Store::Billing::Invoices.row(sold[:invoice_id])
    Store::Fleet::Customers.lock_softly(invoice[:customer_id])
    Store::Billing::Factoring::Sold.at(sold_id).update(**said, ended_by: act.by.name)
    yield sold, invoice
    act.changed("factoring", sold[:schedule_id], { said.keys.first => [nil, invoice[:number]] })
    sold[:schedule_id]
  end

  def self.post(kind, invoice, entries, what, by, now) =
    Work::Billing::Post.call(kind, invoice[:customer_id], entries, what:, by:, now:)
  private_class_method :owed, :one, :ended, :post
end
