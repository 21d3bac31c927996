# frozen_string_literal: true

# What a customer was billed, as those of his people see it who pay.
module Reads::Window::Invoices
  MOST = 500

  # Rows with owed, the latest first; a credit note, and what it takes back, owe nothing.
  def self.of(viewer) =
    Store::Window.as(viewer) do
      paid =
        DB[:payment_parts]
          .where(undone_at: nil)
          .group(:invoice_id)
          .select_hash(:invoice_id, Sequel.function(:sum, :amount).as(:sum))
      rows =
        DB[:invoices]
          .reverse(:invoiced_on, :id)
          .limit(MOST)
          .select(:id, :number, :kind, :credits_id, :invoiced_on, :due_on, :total)
          .all
      credited = DB[:invoices].exclude(credits_id: nil).select_set(:credits_id)
      rows.map do |row|
        standing = row[:kind] == "invoice" && !credited.include?(row[:id])
        row.merge(owed: standing ? row[:total] - (paid[row[:id]] || 0) : BigDecimal(0))
      end
    end

  # Is it this customer's? Raises Store::NotFound.
  def self.check(viewer, id)
    found = Store::Window.as(viewer) { DB[:invoices].where(id:).get(:id) }
    found || raise(Store::NotFound.new("invoice", id))
  end
end
