# frozen_string_literal: true

# An office has given back of a fee, all of it or some.
module Work::Permits::Refund
  # input - { key:, amount: dollars, on: Date }
  # Returns the permit's id. Raises Refused `not_paid`, `above_fee`, `in_future`.
  def self.call(permit_id, input, by:, now:)
    Work::Act.once(input[:key], "refund_permit", by:, now:, input: input.merge(permit_id:)) do |act|
      permit = Store::Permits::Permits.lock(permit_id) or raise Store::NotFound.new("permit", permit_id)
      amount = BigDecimal(input[:amount])
      refuse(permit, amount, input[:on], Store::Company.day_of(now))
      Store::Permits::Permits.change(permit, refunded: amount, refunded_on: input[:on])
      file = Store::Permits::Files.row(permit[:file_id])
      act.changed(
        "load",
        file[:load_id],
        { "permit #{permit[:number]} came back" => [permit[:refunded], amount] }
      )
      permit_id
    end
  end

  def self.refuse(permit, amount, on, today)
    receipt = permit[:receipt_id] && Store::Permits::Receipts.row(permit[:receipt_id])
    unless receipt && receipt[:status] == "paid"
      raise Refused.new("not_paid", "Nothing comes back of a fee that was not paid.", path: "")
    end
    if amount > permit[:fee]
      raise Refused.new(
              "above_fee",
              "The fee was #{Core::Spoken.dollars(Money.cents(permit[:fee]))}: no more can come back.",
              path: "/amount"
            )
    end
    raise Refused.new("in_future", "That day is still to come.", path: "/on") if on > today
  end
  private_class_method :refuse
end
