# frozen_string_literal: true

require "digest"

# Bills what is ready of customers who are billed by a rule: each load by itself as soon as it is, or all of a week
# on one invoice; and mails it where there is an address. What is unusual waits for a person; what a person bills at
# the same moment is his.
module Work::Billing::BillByRule
  # Invoices in one transaction: a biller at his desk waits for no more than these.
  AT_ONCE = 50

  # Returns the ids of what was made.
  def self.call(now:)
    ids = Store::Billing.billed_by_rule
    return [] if ids.empty?

    today = Store::Company.day_of(now)
    ready =
      Work::Billing::Facts
        .looked_at(today, ids)
        .select { |load| load.waits.empty? && load.unusual.empty? && due?(load.row, today) }
    bills(ready).each_slice(AT_ONCE).flat_map { |some| bill(some, now) }
  end

  def self.due?(row, today)
    delivered_on = Store::Company.day_of(row[:delivered_at] || row[:delivery_at] || Time.at(0))
    Core::Billing.by_rule?(row[:bill_by], delivered_on, today)
  end

  # Array of Array of loads, each one invoice.
  def self.bills(ready)
    weekly, singly = ready.partition { |load| load.row[:bill_by] == "each_week" }
    singly.map { |load| [load] } + weekly.group_by { |load| load.row[:customer_id] }.values
  end

  # The ids. Where somebody was faster with one of several, each is tried by itself; a load that changed since is
  # looked at the next time.
  def self.bill(some, now)
    key = some.flatten.map { |load| "#{load.row[:id]}.#{load.row[:version]}" }
    input = {
      key: Digest::SHA256.hexdigest(["by-rule", *key].join(" ")),
      bills: some.map { |loads| loads.map { |load| load.row[:id] } }
    }
    DB.transaction(savepoint: true) do
      ids = Work::Billing::MakeInvoice.all(input, by: Work::Actor.system, now:)
      ids.each { |invoice_id| Jobs::MailInvoice.enqueue(invoice_id:) }
    end
  rescue Refused
    some.one? ? [] : some.flat_map { |loads| bill([loads], now) }
  end
  private_class_method :due?, :bills, :bill
end
