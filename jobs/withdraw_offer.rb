# frozen_string_literal: true

# Tells a poster that an offer is taken back, where he has heard of it.
class Jobs::WithdrawOffer < Que::Job
  # As offers.
  self.priority = 50
  self.maximum_retry_count = 15

  def run(offer_id:)
    offer = Store::Market::Offers.untold(offer_id) or return finish
    Services::PostingService.current.withdraw(offer[:receipt])
    DB.transaction do
      Store::Market::Offers.at(offer_id).update(withdrawal_told: true)
      finish
    end
  end
end
