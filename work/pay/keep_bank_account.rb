# frozen_string_literal: true

# Where a driver's pay goes. A changed account is proven first by an entry of nothing (a prenote).
module Work::Pay::KeepBankAccount
  # input - { key:, routing:, account:, kind: }. Returns the driver's id. Raises Refused `wrong_check_digit`.
  def self.call(driver_id, input, by:, now:)
    Work::Act.once(input[:key], "keep_bank_account", by:, now:, input: input.merge(driver_id:)) do |act|
      raise Store::NotFound.new("driver", driver_id) if Store::Fleet::Drivers.at(driver_id).empty?
      unless Core::Pay::BankNumber.good?(input[:routing])
        raise Refused.new(
                "wrong_check_digit",
                "The check digit of this routing number is wrong: look again.",
                path: "/routing"
              )
      end

      row = { **input.slice(:routing, :account, :kind), prenote_on: nil, made_by: by.name, made_at: now }
      Store::Pay::BankAccounts.keep({ driver_id:, **row }, key: :driver_id)
      act.changed("driver", driver_id, { bank_account: [nil, "ends in #{input[:account][-4..]}"] })
      driver_id
    end
  end

  # Prenotes have gone out for these drivers' accounts.
  def self.prenoted(driver_ids, input, by:, now:)
    Work::Act.once(input[:key], "send_prenotes", by:, now:, input:) do |act|
      new = Store::Pay::BankAccounts.where(driver_id: driver_ids, prenote_on: nil).select_map(:driver_id)
      Store::Pay::BankAccounts.where(driver_id: new).update(prenote_on: now.to_date)
      new.each { |driver_id| act.changed("driver", driver_id, { prenote: [nil, now.to_date.iso8601] }) }
      new.length
    end
  end
end
