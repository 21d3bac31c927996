# frozen_string_literal: true

# Mails an offer to a partner, after a last look at the register. It may be killed on any line.
class Jobs::AskPartner < Que::Job
  self.priority = 50
  self.maximum_retry_count = 15

  def run(offer_id:)
    offer = Store::Partners::Offers.row(offer_id)
    return finish unless offer && offer[:status] == "sent"

    number = Store::Partners::Partners.at(offer[:partner_id]).get(:authority_number)
    now = Clock.now
    said = ask(number)
    DB.transaction do
      Work::Partners::TakeRegister.call(offer[:partner_id], number, said, now:) unless said == :away
      Work::Partners::Turns.mail(offer_id, now:)
      finish
    end
  end

  private

  # A register that is away holds nobody up whom it was asked about today; who was not is refused for that.
  def ask(number)
    return :away unless Settings.register_url

    Services::CarrierRegister.current.carrier(number)
  rescue Services::Unreachable
    :away
  end
end
