# frozen_string_literal: true

# What a customer was billed, as those of his people see it who pay.
module Reads::Window::Invoices
  MOST = 500

  # Rows with paid and credited, the latest first.
  def self.of(viewer) = Store::Window.as(viewer) { rows(DB[:invoices].limit(MOST)) }

  # The same of some, for who looks already.
  def self.rows(invoices)
    rows =
      invoices
        .reverse(:invoiced_on, :id)
        .select(:id, :number, :kind, :credits_id, :invoiced_on, :due_on, :total)
        .all
    paid =
      Store::Billing::PaymentParts
        .standing
        .where(invoice_id: rows.map { |row| row[:id] })
        .group(:invoice_id)
        .select_hash(:invoice_id, Sequel.function(:sum, :amount).as(:sum))
    credited = Store::Billing::Invoices.credited.select_set(:credits_id)
    rows.map { |row| row.merge(paid: paid[row[:id]] || BigDecimal(0), credited: credited.include?(row[:id])) }
  end

  # Is it this customer's? Raises Store::NotFound.
  def self.check(viewer, id)
    found = Store::Window.as(viewer) { DB[:invoices].where(id:).get(:id) }
    found || raise(Store::NotFound.new("invoice", id))
  end
end
