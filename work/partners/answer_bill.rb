# frozen_string_literal: true

# The desk of partners' bills that are more than was agreed: paid all the same, with why, or refused, with why.
module Work::Partners::AnswerBill
  # input - { version:, pay:, why: }. Returns the id. Raises Refused `answered`; Work::Stale.
  def self.call(id, input, by:, now:)
    Work::Act.once(nil, "answer_partner_bill", by:, now:) do |act|
      bill = Store::Partners::Bills.lock(id) or raise Store::NotFound.new("bill", id)
      hauled = Store::Partners.trip(bill[:trip_id])
      check(bill, hauled, input)
      why = input[:why].strip
      partner = Store::Partners::Partners.row(bill[:partner_id])
      Store::Partners::Bills.change(bill, status: input[:pay] ? "approved" : "refused", why:)
      act.changed(
        "load",
        hauled[:load_id],
        { partner_bill: [bill[:number], input[:pay] ? "paid as billed" : "refused"] },
        why:
      )
      if input[:pay]
        Work::Partners::PostBill.call({ **bill, why: }, partner, act)
      else
        Work::Partners::Letters.bill_refused({ **bill, why: }, partner, now)
      end
      id
    end
  end

  def self.check(bill, hauled, input)
    Work::Stale.check(
      bill,
      input[:version],
      of: ["load", hauled[:load_id]],
      yours: input.slice(:pay, :why)
    ) { bill.slice(:status, :total, :agreed) }
    unless bill[:status] == "differs"
      raise Refused.new("answered", "This bill is #{bill[:status]} already.", path: "")
    end
  end
  private_class_method :check
end
