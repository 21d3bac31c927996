# frozen_string_literal: true

# Asks the register about one partner, now.
class Jobs::CheckPartner < Que::Job
  self.maximum_retry_count = 15

  def run(partner_id:)
    number = Store::Partners::Partners.at(partner_id).get(:authority_number) or return finish
    now = Clock.now
    said = Services::CarrierRegister.current.carrier(number)
    DB.transaction do
      Work::Partners::TakeRegister.call(partner_id, number, said, now:)
      finish
    end
  end
end
