# frozen_string_literal: true

require "digest"

# A driver hands in what he has laid out for the company, with a picture of the receipt; a clerk pays it back
# with the next statement, or says why not.
module Work::Pay::HandInReceipt
  # content - of the picture; input - { key:, kind:, amount:, spent_on:, note:, trip_id: or nil }
  # Returns its id. Raises Refused `handed_in_already`, `spent_later`, and what a paper's picture is refused
  # for.
  def self.call(content, input, driver:, now:)
    sha256 = Digest::SHA256.hexdigest(content)
    Work::Act.once(
      input[:key],
      "hand_in_receipt",
      by: driver,
      now:,
      input: Work::Act.plain(input.except(:phone_at).merge(sha256:))
    ) do |act|
      Work::Partners::Drivers.refuse(driver.id)
      kept = Programs::PaperFile.admit(content)
      if input[:spent_on] > now.to_date
        raise Refused.new("spent_later", "That day is still to come.", path: "/spent_on")
      end
      if input[:trip_id] && !Store::Tracking.trip_of?(driver.id, input[:trip_id])
        raise Store::NotFound.new("trip", input[:trip_id])
      end

      same = Store::Pay::Receipts.where(driver_id: driver.id, sha256:).exclude(status: "refused").first
      if same
        raise Refused.new(
                "handed_in_already",
                "This very picture was handed in on #{same[:at].to_date}.",
                path: ""
              )
      end

      id =
        Store::Pay::Receipts.insert(
          driver_id: driver.id,
          **input.slice(:kind, :spent_on, :trip_id),
          amount: BigDecimal(input[:amount]),
          note: input[:note].to_s.strip,
          content_type: kept.content_type,
          sha256:,
          at: now
        )
      Store::Pay::ReceiptContents.insert(receipt_id: id, content: Sequel.blob(kept.content))
      act.changed("driver", driver.id, { receipt: [nil, "#{input[:kind]} #{input[:amount]}"] })
      id
    end
  end

  # input - { key:, status: paid_back or refused, why:, amount: where it is another than he wrote }
  # Returns its id. Raises Refused `answered_already`, `reason_missing`.
  def self.answer(id, input, by:, now:)
    Work::Act.once(input[:key], "answer_receipt", by:, now:, input: input.merge(id:)) do |act|
      row = Store::Pay::Receipts.lock(id) or raise Store::NotFound.new("receipt", id)
      unless row[:status] == "handed_in"
        raise Refused.new("answered_already", "#{row[:answered_by]} has answered that already.", path: "")
      end

      amount = input[:amount] ? BigDecimal(input[:amount]) : row[:amount]
      if (input[:status] == "refused" || amount != row[:amount]) && input[:why].to_s.strip.empty?
        raise Refused.new("reason_missing", "Say in a word or two why: the driver reads it.", path: "/why")
      end

      item_id = pay_back(row, amount, by, now) if input[:status] == "paid_back"
      Store::Pay::Receipts.at(id).update(
        status: input[:status],
        why: input[:why]&.strip,
        answered_by: by.name,
        answered_at: now,
        item_id:
      )
      act.changed(
        "driver",
        row[:driver_id],
        {
          "receipt, #{row[:kind]}" => [
            Money.text(Money.cents(row[:amount])),
            item_id ? Money.text(Money.cents(amount)) : "refused"
          ]
        },
        why: input[:why]
      )
      id
    end
  end

  # With the statement that is being made, or the next one.
  def self.pay_back(row, amount, by, now)
    due_on = Store::Pay.running(now)[:from_on]
    label = "#{row[:kind].capitalize} receipt of #{row[:spent_on]}"
    item_id =
      Store::Pay::Items.insert(
        driver_id: row[:driver_id],
        kind: "reimbursement",
        label:,
        note: row[:note],
        made_by: by.name,
        made_at: now
      )
    Store::Pay::ItemParts.insert(item_id:, amount:, due_on:)
    Work::Pay::BuildRun.drafts(due_on, only: [row[:driver_id]])
    item_id
  end
  private_class_method :pay_back
end
