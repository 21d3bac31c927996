# frozen_string_literal: true

# Takes an offer back, so that the freight is free for another one of us.
module Work::Market::WithdrawOffer
  # Raises Refused `offer_settled`.
  def self.call(id, version:, by:, now:)
    Work::Act.once(nil, "withdraw_offer", by:, now:, result_id: id) do |act|
      row = Store::Market::Offers.lock(id) or raise Store::NotFound.new("offer", id)
      next if row[:state] == "withdrawn"
      Work::Stale.check(row, version, of: ["offer", id], yours: { state: "withdrawn" }) do
        row.slice(:state, :counter)
      end
      if Core::Market::SETTLED.include?(row[:state])
        raise Refused.new("offer_settled", "#{row[:reference]} is #{row[:state]} already.", path: "/version")
      end

      Store::Market::Offers.change(row, state: "withdrawn")
      act.changed("offer", id, { state: [row[:state], "withdrawn"] })
      Jobs::WithdrawOffer.enqueue(offer_id: id)
    end
  end
end
