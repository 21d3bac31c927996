# frozen_string_literal: true

# Why invoices were paid short, and what is done about it.
Store::Billing::Claims =
  Store::Table.of(:invoice_claims) do
    # The latest of each invoice of which something is owed still, unless it was let go: with invoice, customer and owed.
    def standing =
      join(Store::Billing::Invoices.open.from_self.as(:owing), id: :invoice_id)
        .where(let_go_at: nil)
        .where(
          Sequel[:invoice_claims][:id] =>
            Store::Billing::Claims.group(:invoice_id).select(Sequel.function(:max, :id))
        )
        .select_all(:invoice_claims)
        .select_append(
          Sequel[:owing][:number],
          Sequel[:owing][:customer_id],
          Sequel[:owing][:customer],
          (Sequel[:owing][:total] - Sequel[:owing][:paid]).as(:owed)
        )

    def standing?(id) = standing.where(Sequel[:invoice_claims][:id] => id).any?

    def customer_id(id) =
      join(:invoices, id: :invoice_id).where(Sequel[:invoice_claims][:id] => id).get(:customer_id)
    # Those to be followed up first, then the oldest.
    def soonest_first = order(Sequel.asc(:next_on, nulls: :last), Sequel[:invoice_claims][:id])
  end
