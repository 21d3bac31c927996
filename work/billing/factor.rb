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
    ended(sold_id, input, "release_reserve", { released_at: now }, by:, now:) do |_, sold, invoice|
      cents = Money.cents(sold[:reserve])
      entries = Core::Billing::Books.of_factor(invoice[:id], cents, 0)
      Work::Billing::Post.call(
        "factor_released",
        invoice[:customer_id],
        entries,
        what: "Released on #{invoice[:number]}",
        by:,
        now:
      )
    end
  end

  # The customer has not paid: the invoice is ours again, for what the factor paid and his fee.
  def self.take_back(sold_id, input, by:, now:)
    ended(sold_id, input, "take_back_factored", { returned_at: now }, by:, now:) do |act, sold, invoice|
      Store::Billing::PaymentParts
        .standing
        .where(invoice_id: invoice[:id], kind: "factored")
        .update(undone_at: now)
      back, held = %i[amount reserve].map { |name| Money.cents(sold[name]) }
      entries = [
        *Core::Billing::Books.of_settling("factored", invoice[:id] => -back),
        *Core::Billing::Books.of_factor(invoice[:id], held - back, 0)
      ]
      Work::Billing::Post.call(
        "factor_returned",
        invoice[:customer_id],
        entries,
        what: "Back from the factor: #{invoice[:number]}",
        by:,
        now:
      )
      Work::Billing::Settle.reopen(act, invoice)
    end
  end

  def self.owed(ids)
    Store::Fleet::Customers.queue(Store::Billing::Invoices.where(id: ids).distinct.select_map(:customer_id))
    ids.uniq.sort.map.with_index do |id, index|
      Store::Billing::Invoices.owing(id) or
        raise Refused.new("not_open", "Nothing of this invoice is owed.", path: "/invoice_ids/#{index}")
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
    Work::Billing::Post.call(
      "factored",
      invoice[:customer_id],
      entries,
      what: "Advance on #{invoice[:number]}",
      by:,
      now:
    )
  end

  def self.ended(sold_id, input, name, said, by:, now:)
    Work::Act.once(input[:key], name, by:, now:, input: input.merge(sold_id:)) do |act|
      sold = Store::Billing::Factoring::Sold.lock(sold_id) or raise Store::NotFound.new("sale", sold_id)
      if sold[:released_at] || sold[:returned_at]
        raise Refused.new("ended_already", "#{sold[:ended_by]} has ended this already.", path: "")
      end

      invoice = Store::Billing::Invoices.row(sold[:invoice_id])
      Store::Fleet::Customers.lock_softly(invoice[:customer_id])
      Store::Billing::Factoring::Sold.at(sold_id).update(**said, ended_by: by.name)
      yield act, sold, invoice
      act.changed("factoring", sold[:schedule_id], { name => [nil, invoice[:number]] })
      sold[:schedule_id]
    end
  end
  private_class_method :owed, :one, :ended
end
