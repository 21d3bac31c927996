# frozen_string_literal: true

# What a poster answered to an offer.
module Work::Market::TakeAnswer
  # answer - Services::PostingService::Answer
  def self.call(answer, now:)
    by = Work::Actor.new(ref: "system", name: "Posting service")
    Work::Act.once(nil, "take_answer", by:, now:) do |act|
      row = Store::Market::Offers.where(receipt: answer.receipt).for_update.first or next
      state = Core::Market.answered(row[:state], answer.answer)
      next if state == row[:state]

      counter = answer.answer == "countered" ? Money.to_d(answer.amount_cents) : nil
      Store::Market::Offers.change(row, state:, counter:, answered_at: now)
      act.changed("offer", row[:id], { state: [row[:state], state], counter: [nil, counter] })
      row[:id]
    end
  end
end
