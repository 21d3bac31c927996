# frozen_string_literal: true

# Sends an offer to the service where its freight is posted. It may be killed on any line: the service drops a key that
# it has seen.
class Jobs::SendOffer < Que::Job
  # Before what follows trips: good freight is gone in minutes.
  self.priority = 50
  self.maximum_retry_count = 15

  def run(offer_id:)
    offer = Store::Market::Offers.unsent(offer_id) or return finish
    receipt =
      Services::PostingService.current.offer(
        offer[:posting_reference],
        Money.cents(offer[:amount]),
        text(offer),
        key: "offer-#{offer[:reference]}-#{offer[:made_at].to_i}"
      )
    DB.transaction do
      Store::Market::Offers.at(offer[:id]).update(receipt:)
      finish
    end
  end

  private

  def text(offer) =
    Core::Market.offer_text(
      company: Store::Company.row[:name],
      amount_cents: Money.cents(offer[:amount]),
      posting: offer[:posting_reference],
      **offer.slice(:reference, :note)
    )
end
