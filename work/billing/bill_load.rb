# frozen_string_literal: true

# Notes the invoice that went out for a load; its papers are in by then.
module Work::Billing::BillLoad
  # input - { key:, invoice_number:, invoiced_on: Date }
  # Raises Refused `wrong_status`, `invoice_taken`, `not_yet`.
  def self.call(load_id, input, by:, now:)
    Work::Act.once(input[:key], "bill_load", by:, now:, input: input.merge(load_id:)) do |act|
      load = Store::Freight.load_for_change(load_id) or raise Store::NotFound.new("load", load_id)
      status = Core::Freight.step(load[:status], "billed")
      invoice = {
        invoice_number: input[:invoice_number].strip,
        invoiced_on: Work::Billing::Day.read(input[:invoiced_on], "/invoiced_on", now:)
      }
      refuse_taken(invoice[:invoice_number])
      Store::Freight::Loads.change(load, status:, **invoice)
      act.changed(
        "load",
        load_id,
        { status: [load[:status], status], **invoice.transform_values { |value| [nil, value] } }
      )
      load_id
    end
  end

  def self.refuse_taken(invoice_number)
    other = Store::Freight::Loads.first(invoice_number:) or return
    raise Refused.new(
            "invoice_taken",
            "Invoice #{invoice_number} is for #{other[:number]} already.",
            path: "/invoice_number"
          )
  end
  private_class_method :refuse_taken
end
