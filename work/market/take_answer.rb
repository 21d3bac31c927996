# frozen_string_literal: true

# What a poster answered to an offer.
module Work::Market::TakeAnswer
  # answer - Services::PostingService::Answer
  def self.call(answer, now:)
    by = Work::Actor.new(ref: "system", name: "Posting service")
    Work::Act.once(nil, "take_answer", by:, now:) do |act|
      row = Store::Market::Offers.where(receipt: answer.receipt).for_update.first or next
      next late(act, row, answer, now) if row[:state] == "withdrawn" && row[:answered_at].nil?

      state = Core::Market.answered(row[:state], answer.answer)
      next if state == row[:state]

      counter = answer.answer == "countered" ? Money.to_d(answer.amount_cents) : nil
      confirmation = answer.confirmation && Sequel.pg_jsonb(answer.confirmation)
      Store::Market::Offers.change(row, state:, counter:, confirmation:, answered_at: now)
      act.changed("offer", row[:id], { state: [row[:state], state], counter: [nil, counter] })
      row[:id]
    end
  end

  # An answer to what we have taken back: one that wants us is seen here, and the poster is told once more.
  def self.late(act, row, answer, now)
    return Store::Market::Offers.change(row, answered_at: now) if answer.answer == "lost"

    Store::Market::Offers.change(row, late_answer: answer.answer, answered_at: now, withdrawal_told: false)
    act.changed("offer", row[:id], { late_answer: [nil, answer.answer] })
    Jobs::WithdrawOffer.enqueue(offer_id: row[:id])
    row[:id]
  end
  private_class_method :late
end
