# frozen_string_literal: true

# Refuses what takes a customer beyond what he may owe, where that is to stop it.
module Work::Billing::CheckCredit
  # cents - of the load to be; load - the row as it was, or nil: what costs no more than before is let through.
  # Raises Refused `credit_limit`.
  def self.call(customer_id, cents, load: nil)
    return if load && load[:customer_id] == customer_id && cents <= Money.cents(load[:total])

    credit = Store::Billing.credit(customer_id, but: load&.fetch(:id))
    return unless credit.stops?(cents)

    text = "#{credit.text(Store::Fleet.name_of(:customers, customer_id), cents)} Billing can raise the limit."
    raise Refused.new("credit_limit", text, path: "/customer_id")
  end
end
