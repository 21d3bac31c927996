# frozen_string_literal: true

# Mails an invoice with its papers behind it.
module Work::Billing::MailInvoice
  # input - { key:, to: address or nil for the customer's own }; pdf - called for its bytes. Returns the invoice's id.
  # Raises Refused `no_address`; Store::NotFound.
  def self.call(invoice_id, input, pdf:, by:, now:)
    Work::Act.once(input[:key], "mail_invoice", by:, now:, input: input.merge(invoice_id:)) do |act|
      invoice = Store::Billing::Invoices.row(invoice_id) or raise Store::NotFound.new("invoice", invoice_id)
      to = address(input[:to], Store::Fleet::Customers.row(invoice[:customer_id]))
      name = "#{invoice[:kind] == "invoice" ? "Invoice" : "Credit note"} #{invoice[:number]}"
      Jobs::SendMail.write(
        to,
        "#{name}, #{Store::Company.row[:name]}",
        "#{name} over $#{Money.dollars_text(invoice[:total])} is attached, due #{Core::Spoken.date(invoice[:due_on])}.",
        now,
        attachment: {
          name: "#{invoice[:number]}.pdf",
          content: pdf.call
        }
      )
      Store::Billing::Mails.insert(invoice_id:, to:, by: by.name, at: now)
      act.changed("invoice", invoice_id, { mailed: [nil, to] })
      invoice_id
    end
  end

  # Where the bills of a customer go. said - nil for his own. Raises Refused `no_address`.
  def self.address(said, customer)
    to = said.to_s.strip.empty? ? Core::Billing.mail_to(*customer.values_at(:bill_email, :email)) : said.strip
    return to if to

    raise Refused.new(
            "no_address",
            "#{customer[:name]} has no mail address for bills: give one here.",
            path: "/to"
          )
  end
end
