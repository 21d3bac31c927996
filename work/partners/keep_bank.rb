# frozen_string_literal: true

# Where a partner's money goes: one clerk writes it down, another rings the partner and confirms it.
module Work::Partners::KeepBank
  # input - { key:, routing:, account:, kind: }. Returns the partner's id. Raises Refused `wrong_check_digit`.
  def self.keep(partner_id, input, by:, now:)
    # The number itself is no part of what is kept of a request: a digest of ten digits is soon guessed.
    kept = input.merge(partner_id:, account: Store::Sealed.fingerprint(input[:account]))
    Work::Act.once(input[:key], "keep_partner_bank", by:, now:, input: kept) do |act|
      Store::Partners::Partners.lock(partner_id) or raise Store::NotFound.new("partner", partner_id)
      Work::Pay::KeepBankAccount.check(input)
      sealed = input.slice(:routing, :account).transform_values { |number| Store::Sealed.seal(number) }
      made = { made_by: by.name, made_by_ref: by.ref, made_at: now, confirmed_by: nil, confirmed_at: nil }
      Store::Partners::BankAccounts.keep(
        { partner_id:, **sealed, kind: input[:kind], **made },
        key: :partner_id
      )
      Store::Partners::Partners.count_on(partner_id, bank_changed_at: now)
      act.changed(
        "partner",
        partner_id,
        { bank_account: [nil, "ends in #{input[:account][-4..]}, to be confirmed"] }
      )
      partner_id
    end
  end

  # input - { spoke_with: }. Raises Refused `no_bank`, `same_person`.
  def self.confirm(partner_id, input, by:, now:)
    Work::Act.once(nil, "confirm_partner_bank", by:, now:) do |act|
      account = Store::Partners::BankAccounts.where(partner_id:).for_update.first or
        raise Refused.new("no_bank", "No bank account is on file.", path: "")
      if account[:made_by_ref] == by.ref
        raise Refused.new(
                "same_person",
                "Whoever wrote it down does not confirm it: ask a colleague.",
                path: ""
              )
      end

      Store::Partners::BankAccounts.where(partner_id:).update(confirmed_by: by.name, confirmed_at: now)
      act.changed(
        "partner",
        partner_id,
        { bank_account: [nil, "confirmed with #{input[:spoke_with].strip}"] }
      )
      partner_id
    end
  end
end
