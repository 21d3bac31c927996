# frozen_string_literal: true

# Keeps what the register says of a partner, and what of it is news.
module Work::Partners::TakeRegister
  # number - that was asked about: another may have been written down meanwhile; said - as
  # Services::CarrierRegister#carrier, nil where it knows nothing
  def self.call(partner_id, number, said, now:)
    Work::Act.once(nil, "check_partner", by: Work::Actor.system, now:) do |act|
      partner = Store::Partners::Partners.lock(partner_id)
      next if partner.nil? || partner[:authority_number] != number

      before = Store::Partners::Register.where(partner_id:).get(:said)
      Store::Partners::Register.keep(
        { partner_id:, heard_at: now, said: Sequel.pg_jsonb(said || {}) },
        key: :partner_id
      )
      plain = Work::Act.plain(said || {})
      next if before.to_h == plain

      act.changed("partner", partner_id, Work::Act.difference(Work::Act.plain(before.to_h), plain))
    end
  end
end
