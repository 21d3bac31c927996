# frozen_string_literal: true

# Where a driver's pay goes. Another account waits for a second person, the driver hears of it on the number that he is
# known by, and it is proven first by an entry of nothing (a prenote).
module Work::Pay::KeepBankAccount
  # input - { key:, routing:, account:, kind: }. Returns the driver's id. Raises Refused `wrong_check_digit`.
  def self.call(driver_id, input, by:, now:)
    # The number itself is no part of what is kept of a request: a digest of ten digits is soon guessed.
    kept = input.merge(driver_id:, account: Store::Sealed.fingerprint(input[:account]))
    Work::Act.once(input[:key], "keep_bank_account", by:, now:, input: kept) do |act|
      driver = Store::Fleet::Drivers.row(driver_id) or raise Store::NotFound.new("driver", driver_id)
      check(input)
      waits = Store::Pay.two_people?("bank_account")
      ends = input[:account][-4..]
      waits ? ask(driver_id, input, by:, now:) : make({ driver_id: }, input, by:, now:)
      tell(driver, now)
      says = "ends in #{ends}#{", waits for a second person" if waits}"
      act.changed("driver", driver_id, { bank_account: [nil, says] })
      driver_id
    end
  end

  def self.ask(driver_id, input, by:, now:)
    Work::Pay::AskChange.withdraw("bank_account", by:, now:, driver_id:)
    id =
      Work::Pay::AskChange.call(
        "bank_account",
        { **input.slice(:routing, :kind), ends: input[:account][-4..] },
        by:,
        now:,
        driver_id:
      )
    Store::Pay::Changes.at(id).update(sealed: Store::Sealed.seal(input[:account]))
  end

  # row - of the change; input - { routing:, account:, kind: }
  def self.make(row, input, by:, now:)
    sealed = input.slice(:routing, :account).transform_values { |number| Store::Sealed.seal(number) }
    Store::Pay::BankAccounts.keep(
      {
        driver_id: row[:driver_id],
        **sealed,
        kind: input[:kind],
        prenote_on: nil,
        made_by: by.name,
        made_at: now
      },
      key: :driver_id
    )
  end

  # On the number that was his before, where nobody has confirmed the new one.
  def self.tell(driver, now)
    phone = driver[:new_number_by] ? driver[:number_before].to_s : driver[:phone]
    return if phone.empty?

    Work::Tracking::WriteText.say({ driver_id: driver[:id], phone: }, nil, "account_changed", now)
  end

  # Prenotes have gone out for these drivers' accounts. Returns how many.
  def self.prenoted(driver_ids, act)
    new = Store::Pay::BankAccounts.where(driver_id: driver_ids, prenote_on: nil).select_map(:driver_id)
    Store::Pay::BankAccounts.where(driver_id: new).update(prenote_on: act.now.to_date)
    new.each { |driver_id| act.changed("driver", driver_id, { prenote: [nil, act.now.to_date.iso8601] }) }
    new.length
  end

  def self.check(input)
    unless Core::Pay::BankNumber.good?(input[:routing])
      raise Refused.new(
              "wrong_check_digit",
              "The check digit of this routing number is wrong: look again.",
              path: "/routing"
            )
    end
  end
  private_class_method :ask, :tell
end
