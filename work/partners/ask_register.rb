# frozen_string_literal: true

# Has the register asked about a partner now. Returns its id. Raises Store::NotFound, Refused `no_register`.
module Work::Partners::AskRegister
  def self.call(partner_id)
    raise Store::NotFound.new("partner", partner_id) unless Store::Partners::Partners.row(partner_id)
    if Settings.register_url.nil?
      raise Refused.new("no_register", "No register of carriers is set up: see operations.md.", path: "")
    end

    Jobs::CheckPartner.enqueue(partner_id:)
    partner_id
  end
end
