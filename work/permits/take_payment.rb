# frozen_string_literal: true

# Writes down how a payment at an office stands: paid, with its receipt; failed, and then its permits are to
# be paid again; or waiting for the card.
module Work::Permits::TakePayment
  def self.call(receipt_id, answer, pdf, now:)
    Work::Act.once(nil, "permit_payment_#{answer["state"]}", by: Work::Actor.system, now:) do |act|
      receipt = Store::Permits::Receipts.lock(receipt_id)
      next receipt_id unless receipt[:status] == "started"

      permits = Store::Permits::Permits.where(receipt_id:)
      load_ids = Store::Permits::Files.at(permits.select(:file_id)).select_map(:load_id)
      Store::Permits::Receipts.at(receipt_id).update(office_id: answer["payment"], **of(answer, pdf, now))
      permits.update(receipt_id: nil) if answer["state"] == "failed"
      unless answer["state"] == "open"
        load_ids.each do |load_id|
          act.changed(
            "load",
            load_id,
            { "permit fee #{receipt[:jurisdiction]}" => ["payment started", answer["state"]] }
          )
        end
      end
      act.changed("permit_receipt", receipt_id, { status: [receipt[:status], answer["state"]] })
      receipt_id
    end
  end

  def self.of(answer, pdf, now)
    case answer["state"]
    when "paid"
      { status: "paid", number: answer["receipt"], pdf: Sequel.blob(pdf), ended_at: now, checkout_url: nil }
    when "failed"
      { status: "failed", said: answer["message"].to_s, ended_at: now, checkout_url: nil }
    else
      { checkout_url: answer["checkout"] }
    end
  end
  private_class_method :of
end
