# frozen_string_literal: true

# Asks the office how a payment of permits stands, and writes down what it says.
class Jobs::AskForPayment < Que::Job
  self.maximum_retry_count = 15

  # Started payments that have no end yet, asked after each minute.
  def self.ask_after = Store::Permits::Receipts.started_ids.each { |receipt_id| enqueue(receipt_id:) }

  # Asked at once, when somebody comes back from the office's page. A silent office is asked again each
  # minute.
  def self.try(receipt_id, now:)
    ask(receipt_id, now:)
  rescue Services::Unreachable
    nil
  end

  # Raises Services::Unreachable.
  def self.ask(receipt_id, now:)
    receipt = Store::Permits::Receipts.started.first(id: receipt_id) or return
    office = Services::PermitOffice.new(receipt[:jurisdiction], as_of: Clock.now)
    answer =
      if receipt[:office_id]
        office.payment(receipt[:office_id])
      else
        office.pay(payment(receipt), key: "receipt-#{receipt_id}")
      end
    pdf = answer["state"] == "paid" ? office.receipt_pdf(answer["payment"]) : nil
    Work::Permits::TakePayment.call(receipt_id, answer, pdf, now:)
  end

  def self.payment(receipt)
    {
      applications: Store::Permits::Receipts.permits(receipt[:id]).map { |permit| permit[:office_id] },
      amount: receipt[:amount].to_s("F"),
      method: receipt[:method],
      company: Store::Permits.applicant(receipt[:applicant_id])[:name],
      return_to: "#{Settings.public_url}/permits?view=money&receipt=#{receipt[:id]}"
    }
  end
  private_class_method :payment

  def run(receipt_id:)
    self.class.ask(receipt_id, now: Clock.now)
    finish
  end
end
