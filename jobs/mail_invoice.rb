# frozen_string_literal: true

# Mails an invoice that was made by rule to its customer, once, where there is an address. Each is a job of its own: one
# whose papers cannot be joined holds up no other.
class Jobs::MailInvoice < Que::Job
  self.maximum_retry_count = 15
  self.priority = 60

  def run(invoice_id:)
    value = Reads::Billing::Invoice.of(invoice_id)
    to = Core::Billing.mail_to(*value.customer.values_at(:bill_email, :email))
    to && value.mails.empty? ? mail(value) : finish
  end

  private

  def mail(value)
    paper = Papers::Invoice.new(value).render
    DB.transaction do
      Work::Billing::MailInvoice.call(
        value.row[:id],
        { key: "by-rule-#{value.row[:number]}" },
        pdf: -> { paper },
        by: Work::Actor.system,
        now: Clock.now
      )
      finish
    end
  end
end
