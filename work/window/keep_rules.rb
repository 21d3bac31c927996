# frozen_string_literal: true

# Says what customers see, all of them or one.
module Work::Window::KeepRules
  FIELDS = %i[stages papers position driver].freeze

  # customer_id - nil for all who have none of their own; input - { version: 0 for the first, stages:, papers:,
  # position:, driver: }. Raises Store::NotFound, Work::Stale.
  def self.call(customer_id, input, by:, now:)
    Work::Act.once(nil, "say_what_customers_see", by:, now:) do |act|
      check(customer_id)
      before = Store::Window.rules(customer_id).to_h
      after = input.slice(*FIELDS)
      record = customer_id ? ["customer", customer_id] : ["company", 1]
      row = Store::Window.lock_rules(customer_id)
      Work::Stale.check(row, input[:version], of: record, yours: after) { before }
      Store::Window.write_rules(customer_id, after, row[:version] + 1)
      act.changed(*record, Work::Act.difference(before, after))
    end
  end

  # A customer is shown again what all are.
  def self.drop(customer_id, by:, now:)
    Work::Act.once(nil, "say_what_customers_see", by:, now:) do |act|
      before = Store::Window.rules(customer_id).to_h
      next if Store::Window::RuleRows.where(customer_id:).delete.zero?

      act.changed(
        "customer",
        customer_id,
        Work::Act.difference(before, Store::Window.rules(customer_id).to_h)
      )
    end
  end

  def self.check(customer_id)
    return if customer_id.nil? || Store::Fleet::Customers.row(customer_id)

    raise Store::NotFound.new("customer", customer_id)
  end
  private_class_method :check
end
