# frozen_string_literal: true

# A partner's bill comes in, by its link or typed from its mail: matched to what was agreed; what is more goes to the
# desk.
module Work::Partners::TakeBill
  # input - { key:, number:, billed_on:, total: decimal text, quick_pay: }; file - bytes, or nil; source - link or
  # office
  # Returns the bill's id.
  # Raises Refused `not_hauled`, `billed`, `number_taken`, `no_quick_pay`.
  def self.call(trip_id, input, source:, by:, now:)
    Work::Act.once(
      input[:key],
      "take_partner_bill",
      by:,
      now:,
      input: Work::Act.plain(input.merge(trip_id:))
    ) do |act|
      hauled = Store::Partners.trip(trip_id) or raise Store::NotFound.new("trip", trip_id)
      Store::Freight.load_for_change(hauled[:load_id])
      check(hauled)
      partner = Store::Partners::Partners.row(hauled[:partner_id])
      quick = quick_pay(partner, input)
      id = write { insert(hauled, partner, input, quick, source, now) }
      bill = Store::Partners::Bills.row(id)
      act.changed(
        "load",
        hauled[:load_id],
        { partner_bill: [nil, "#{bill[:number]}: #{Money.rate_text(bill[:total])}"] }
      )
      Work::Partners::PostBill.call(bill, partner, act) if bill[:status] == "approved"
      id
    end
  end

  # The bill itself, sent after its figures. Raises Refused as Programs::PaperFile does; Store::NotFound.
  def self.attach(trip_id, bytes, key:, by:, now:)
    file = Programs::PaperFile.admit(bytes)
    Work::Act.once(key, "attach_partner_bill", by:, now:, input: { trip_id:, bytes: bytes.length }) do |act|
      bill = Store::Partners::Bills.where(trip_id:).exclude(status: "refused").for_update.first or
        raise Store::NotFound.new("bill", trip_id)
      Store::Partners::Bills.at(bill[:id]).update(
        content_type: file.content_type,
        content: Sequel.blob(file.content)
      )
      act.changed("partner", bill[:partner_id], { bill: [nil, "#{bill[:number]} on file"] })
      bill[:id]
    end
  end

  # After what is agreed was changed: a bill that differed may no longer.
  def self.look_again(trip_id, act)
    bill = Store::Partners::Bills.where(trip_id:, status: "differs").for_update.first or return
    agreed = Store::Partners.agreed([trip_id])[trip_id] || BigDecimal(0)
    judged = judged(agreed, bill[:total], nil)
    Store::Partners::Bills.change(bill, agreed:, status: judged[:status])
    return unless judged[:status] == "approved"

    Work::Partners::PostBill.call(
      Store::Partners::Bills.row(bill[:id]),
      Store::Partners::Partners.row(bill[:partner_id]),
      act
    )
  end

  def self.check(hauled)
    done = hauled[:status] == "delivered"
    owed = Store::Partners::Costs.where(trip_id: hauled[:trip_id]).any?
    unless done || (hauled[:status] == "cancelled" && owed)
      raise Refused.new("not_hauled", "The load is not delivered yet: the bill comes after.", path: "")
    end
    return if Store::Partners::Bills.where(trip_id: hauled[:trip_id]).exclude(status: "refused").empty?

    raise Refused.new("billed", "There is a bill of this load already.", path: "")
  end

  def self.quick_pay(partner, input)
    return unless input[:quick_pay]

    partner[:quick_pay_percent] or
      raise Refused.new("no_quick_pay", "Quick pay is not agreed on with this partner.", path: "/quick_pay")
  end

  def self.judged(agreed, total, quick) =
    Core::Partners.bill(
      agreed_cents: Money.cents(agreed),
      billed_cents: Money.cents(total),
      quick_pay_percent: quick
    )

  def self.insert(hauled, partner, input, quick, source, now)
    total = BigDecimal(input[:total])
    agreed = Store::Partners.agreed([hauled[:trip_id]])[hauled[:trip_id]] || BigDecimal(0)
    judged = judged(agreed, total, quick)
    received_on = Store::Company.day_of(now)
    Store::Partners::Bills.insert(
      partner_id: hauled[:partner_id],
      trip_id: hauled[:trip_id],
      number: input[:number].strip,
      billed_on: Work::Billing::Day.read(input[:billed_on], "/billed_on", now:),
      received_at: now,
      source:,
      total:,
      agreed:,
      status: judged[:status],
      quick_pay: !quick.nil?,
      discount: Money.to_d(judged[:discount_cents]),
      due_on: received_on + (quick ? partner[:quick_pay_days] : partner[:terms_days])
    )
  end

  def self.write(&)
    DB.transaction(savepoint: true, &)
  rescue *Work::Act::BROKEN => e
    raise unless Work::Act.broken_constraint(e) == "partner_bills_number_once"

    raise Refused.new("number_taken", "There is a bill of this number from them already.", path: "/number")
  end
  private_class_method :check, :quick_pay, :judged, :insert, :write
end
