# frozen_string_literal: true

# Bills in every state: what a customer asks for with each, one who is near his limit, one short-paid, one overdue.
class Demo::Billing
  # Invented.
  DIESEL = [nil, "3.741", "3.758", "3.722", "3.697", "3.702", "3.685", "3.671", "3.694"].freeze
  SCALE = { base: "1.20", step: "0.06", each: "0.01", counting: "begun", places: 2, lag_days: 1 }.freeze
  CHARGES = [
    %w[lumper Lumper 150.00],
    ["layover", "Layover, a day", "250.00"],
    %w[tarp Tarps 75.00],
    ["extra_stop", "Extra stop", "50.00"],
    ["not_used", "Truck ordered, not used", "250.00"]
  ].freeze

  def initialize(customers, clerk, now)
    @customers = customers
    @clerk = clerk
    @now = now
  end

  def load
    asks
    prices
    short_paid
    near_the_limit
  end

  private

  # One wants the scale ticket as well: what was delivered for him waits for it.
  def asks
    waiting = DB[:loads].where(status: "papers_in").order(:delivery_at).get(:customer_id)
    change(waiting, papers_wanted: %w[bol scale_ticket], bill_email: "payables@example.com") if waiting
  end

  def short_paid
    # Not one of those for a truck that was turned away.
    invoice = open.where { total > 1_000 }.order(:invoiced_on, :id).first or return
    amount = Money.dollars_text(invoice[:total] - 150)
    Work::Billing::Receive.call(
      {
        key: "demo-short-paid",
        customer_id: invoice[:customer_id],
        kind: "cheque",
        reference: "Cheque 20417",
        amount:,
        received_on: @now.to_date - 1,
        parts: [{ invoice_id: invoice[:id], amount: }],
        claims: [{ invoice_id: invoice[:id], reason: "They say the detention was not agreed" }]
      },
      by: @clerk,
      now: @now
    )
  end

  def near_the_limit
    customer_id =
      open.select_map(%i[customer_id total]).group_by(&:first).max_by { |_, rows| rows.sum(&:last) }&.first or
      return
    used = Store::Billing::Invoices.owed(customer_id) + (Store::Billing.booked[customer_id] || 0)
    change(customer_id, credit_limit: format("%d.00", (used * BigDecimal("1.03")).ceil(-2)))
  end

  # A scale and a lane of one customer, what charges are, and diesel up to last week.
  def prices
    first, second = @customers.first(2)
    monday = @now.to_date - ((@now.to_date.wday - 1) % 7)
    rows = (1..8).map { |weeks| "#{(monday - (7 * weeks)).iso8601},#{DIESEL[weeks]}" }
    Work::Billing::TakeDieselPrices.call(
      ["told_on,price", *rows].join("\n"),
      preview: false,
      by: @clerk,
      now: @now
    )
    Work::Billing::Agree.scale(
      { customer_id: first, from_on: monday - 200, region: "US", kind: "per_mile", **SCALE },
      by: @clerk,
      now: @now
    )
    CHARGES.each do |code, label, amount|
      Work::Billing::Agree.charge({ customer_id: nil, code:, label:, amount: }, by: @clerk, now: @now)
    end
    Work::Billing::Agree.charge(
      { customer_id: second, code: "tarp", label: "Tarps", amount: "100.00" },
      by: @clerk,
      now: @now
    )
    lane = { origin: "Boise, ID", destination: "Salt Lake City, UT", price_kind: "per_mile", rate: "2.65" }
    Work::Billing::Agree.lane({ customer_id: first, **lane, from_on: monday - 60 }, by: @clerk, now: @now)
  end

  def open = DB[:invoices].where(id: Store::Billing::Invoices.open.from_self.select(:id))

  def change(id, **input)
    version = DB[:customers].where(id:).get(:version)
    Work::Fleet::ChangeRecord.call(:customers, id, { version:, **input }, by: @clerk, now: @now)
  end
end
