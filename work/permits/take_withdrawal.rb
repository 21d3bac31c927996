# frozen_string_literal: true

# Writes down what an office says to an application that was taken back: it is, or it had been issued before.
module Work::Permits::TakeWithdrawal
  # answer - of Services::PermitOffice#withdraw
  def self.call(permit_id, answer, now:)
    Work::Act.once(nil, "permit_withdrawn", by: Work::Actor.system, now:) do |act|
      permit = Store::Permits::Permits.lock(permit_id)
      next permit_id if permit[:withdrawn_at]

      change = { withdrawn_at: now, office_id: answer["application"] }
      issued = answer["state"] == "issued"
      # It was issued for what the office had seen: its fee is owed, and nothing moves on it.
      if issued
        change.merge!(
          **%w[number fee valid_from valid_to].to_h { |name| [name.to_sym, answer[name]] },
          said: "Issued before it could be taken back.",
          issued_for: Sequel.pg_jsonb(Work::Permits::Version.asked_with(permit))
        )
      end
      Store::Permits::Permits.change(permit, **change)
      said = issued ? "issued as #{answer["number"]} before it could be taken back" : "taken back"
      load_id = Store::Permits::Files.at(permit[:file_id]).get(:load_id)
      act.changed("load", load_id, { "permit #{permit[:jurisdiction]}" => ["under way", said] })
      permit_id
    end
  end
end
