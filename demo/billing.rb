# frozen_string_literal: true

# Bills in every state: what a customer asks for with each, one who is near his limit, one short-paid, one overdue.
class Demo::Billing
  def initialize(customers, clerk, now)
    @customers = customers
    @clerk = clerk
    @now = now
  end

  def load
    asks
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
    invoice = open.order(:invoiced_on, :id).first or return
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
    customer_id, owed =
      open
        .select_map(%i[customer_id total])
        .group_by(&:first)
        .transform_values { |rows| rows.sum(&:last) }
        .max_by(&:last)
    change(customer_id, credit_limit: format("%d.00", (owed * BigDecimal("1.05")).ceil(-2))) if customer_id
  end

  def open = DB[:invoices].where(id: Store::Billing::Invoices.open.from_self.select(:id))

  def change(id, **input)
    version = DB[:customers].where(id:).get(:version)
    Work::Fleet::ChangeRecord.call(:customers, id, { version:, **input }, by: @clerk, now: @now)
  end
end
