# frozen_string_literal: true

# Who pays for a load.
module Work::Freight::Payer
  # Raises Refused `unknown_customer`, `not_a_payer`.
  def self.check(customer_id)
    customer = Store::Fleet::Customers.first(id: customer_id, retired: false)
    refuse("unknown_customer", "There is no such customer: pick one from the list.") unless customer
    refuse("not_a_payer", "#{customer[:name]} pays no bills: pick who does.") unless customer[:payer]
  end

  def self.refuse(code, text) = raise(Refused.new(code, text, path: "/customer_id"))
  private_class_method :refuse
end
