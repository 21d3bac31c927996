# frozen_string_literal: true

# Mails a customer what he owes.
module Work::Billing::MailStatement
  # input - { key: }; pdf - called for its bytes. Returns the customer's id. Raises Refused `no_address`; Store::NotFound.
  def self.call(customer_id, input, pdf:, by:, now:)
    Work::Act.once(input[:key], "mail_statement", by:, now:, input: input.merge(customer_id:)) do |act|
      customer = Store::Fleet::Customers.row(customer_id) or
        raise Store::NotFound.new("customer", customer_id)
      to = Work::Billing::MailInvoice.address(nil, customer)
      Jobs::SendMail.write(
        to,
        "Statement of account, #{Store::Company.row[:name]}",
        "What is open with us as of #{Core::Spoken.date(Store::Company.day_of(now))} is attached.",
        now,
        attachment: {
          name: "statement.pdf",
          content: pdf.call
        }
      )
      act.changed("customer", customer_id, { statement: [nil, to] })
      customer_id
    end
  end
end
