# frozen_string_literal: true

# Schedules of invoices that were sold to a factor.
module Store::Billing::Factoring
  Schedules = Store::Table.of(:factoring_schedules)

  # Whom an invoice is sold to, unless it came back; or nil.
  def self.of_invoice(invoice_id) =
    Sold.where(invoice_id:, returned_at: nil).join(:factoring_schedules, id: :schedule_id).get(:factor)
  Sold =
    Store::Table.of(:factored_invoices) do
      # With number, customer and due day of the invoice.
      def with_invoice =
        join(:invoices, id: :invoice_id)
          .join(:customers, id: :customer_id)
          .select_all(:factored_invoices)
          .select_append(
            Sequel[:invoices][:number],
            Sequel[:invoices][:invoiced_on],
            Sequel[:invoices][:due_on],
            Sequel[:customers][:name].as(:customer)
          )
          .order(Sequel[:factored_invoices][:id])
    end
end
