# frozen_string_literal: true

# Puts what lies unapplied with a customer toward his open invoices, the oldest due first.
module Work::Billing::ApplyCash
  # input - { key: }. Returns the customer's id. Raises Refused `nothing_to_apply`; Store::NotFound.
  def self.call(customer_id, input, by:, now:)
    Work::Act.once(input[:key], "apply_cash", by:, now:, input: input.merge(customer_id:)) do |act|
      Store::Fleet::Customers.lock_softly(customer_id) or raise Store::NotFound.new("customer", customer_id)
      applied = Store::Billing.unapplied(customer_id).sum { |receipt| one(act, receipt, by, now) }
      if applied.zero?
        raise Refused.new(
                "nothing_to_apply",
                "Nothing lies unapplied that an open invoice could take.",
                path: ""
              )
      end

      act.changed("customer", customer_id, { applied: [nil, "$#{Money.text(applied)}"] })
      customer_id
    end
  end

  # Cents of a receipt that found an invoice.
  def self.one(act, receipt, by, now)
    open = Work::Billing::Receive.open_of(receipt[:customer_id])
    parts = Work::Billing::Receive.spread(Money.cents(receipt[:left]), open.values, receipt[:received_on])
    return 0 if parts.empty?

    Work::Billing::Receive.apply(act, receipt[:id], parts, open, receipt[:received_on], by, now)
    entries = Core::Billing::Books.of_applying(parts)
    Work::Billing::Post.call(
      "applied",
      receipt[:customer_id],
      entries,
      what: "Applied #{receipt[:reference]}",
      by:,
      now:
    )
    parts.values.sum
  end
  private_class_method :one
end
