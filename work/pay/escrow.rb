# frozen_string_literal: true

# Escrow funds: interest once a quarter, and the money back when the lease ends.
module Work::Pay::Escrow
  # The days within which a fund is to be back after the lease has ended: 49 CFR 376.12(k)(6).
  RETURN_DAYS = 45

  # input - { key:, quarter_from:, percent: }. Posts each fund's interest of a quarter that is over, once.
  # Returns how many funds had some. Raises Refused `no_quarter`, `quarter_open`, `paid_already`.
  def self.pay_interest(input, by:, now:)
    from = input[:quarter_from]
    unless from.day == 1 && (from.month % 3) == 1
      raise Refused.new(
              "no_quarter",
              "A quarter begins on the first of January, April, July or October.",
              path: "/quarter_from"
            )
    end
    if (from >> 3) > now.to_date
      raise Refused.new("quarter_open", "That quarter is not over yet.", path: "/quarter_from")
    end

    Work::Act.once(input[:key], "pay_escrow_interest", by:, now:, input: Work::Act.plain(input)) do |act|
      if Store::Pay::EscrowInterest.where(quarter_from: from).any?
        raise Refused.new("paid_already", "The interest of that quarter is posted.", path: "/quarter_from")
      end

      paid = changes(from >> 3).count { |(driver_id, id), list| post(driver_id, id, list, input, by, now) }
      act.changed(
        "company",
        1,
        { "escrow interest from #{from}" => [nil, "#{paid} funds at #{input[:percent]}%"] }
      )
      paid
    end
  end

  # The whole fund, with the statement that is being made; nothing more goes into it.
  # input - { key:, deduction_id:, ended_on: }
  # Returns the driver's id. Raises Refused `nothing_kept`, `returned_already`.
  def self.give_back(driver_id, input, by:, now:)
    Work::Act.once(
      input[:key],
      "return_escrow",
      by:,
      now:,
      input: Work::Act.plain(input.merge(driver_id:))
    ) do |act|
      Store::Fleet::Drivers.lock(driver_id) or raise Store::NotFound.new("driver", driver_id)
      deduction_id = input[:deduction_id]
      fund = Store::Pay::Funds.all(driver_id).find { |row| row[:deduction_id] == deduction_id }
      label, balance = fund ? fund.values_at(:label, :balance) : ["", 0]
      on_its_way =
        Store::Pay::Items.standing.unsettled.where(driver_id:, deduction_id:, kind: "reimbursement")
      if on_its_way.any?
        raise Refused.new("returned_already", "It is on its way back.", path: "/deduction_id")
      end
      unless balance.positive?
        raise Refused.new("nothing_kept", "Nothing is kept of this driver there.", path: "/deduction_id")
      end

      run = Store::Pay.running(now)
      item_id =
        Store::Pay::Items.insert(
          driver_id:,
          kind: "reimbursement",
          label:,
          deduction_id:,
          note: "The fund, given back by #{input[:ended_on] + RETURN_DAYS}",
          made_by: by.name,
          made_at: now
        )
      Store::Pay::ItemParts.insert(item_id:, amount: balance, due_on: run[:from_on])
      Store::Pay::DeductionDrivers.keep(
        { deduction_id:, driver_id:, left_out: true },
        key: %i[deduction_id driver_id]
      )
      Work::Pay::BuildRun.drafts(run[:from_on], only: [driver_id])
      act.changed(
        "driver",
        driver_id,
        { "escrow, #{label}" => [Money.text(Money.cents(balance)), "given back"] }
      )
      driver_id
    end
  end

  # Of each fund, what went in and out until a day, by the day of the company's first terminal.
  def self.changes(until_on)
    zone = TZInfo::Timezone.get(Store::Company.terminals.get(:zone))
    Store::Pay::LedgerEntries
      .timed("escrow")
      .map { |row| row.merge(day: zone.to_local(row[:at]).to_date) }
      .select { |row| row[:day] < until_on }
      .group_by { |row| row.values_at(:driver_id, :deduction_id) }
      .transform_values { |list| list.map { |row| [row[:day], Money.cents(row[:amount])] } }
  end

  # True where there was some.
  def self.post(driver_id, deduction_id, list, input, by, now)
    found =
      Core::Pay::EscrowInterest.of(
        list,
        quarter_from: input[:quarter_from],
        percent: BigDecimal(input[:percent])
      )
    return false if found.average_cents.zero?

    transaction_id =
      Work::Pay::Post.write(
        "interest",
        driver_id,
        Core::Pay::Books.of_interest(
          Store::Pay::Deductions.at(deduction_id).get(:label),
          deduction_id,
          found.cents
        ),
        what: "Interest from #{input[:quarter_from]}, #{input[:percent]}%",
        by:,
        now:
      )
    Store::Pay::EscrowInterest.insert(
      driver_id:,
      quarter_from: input[:quarter_from],
      deduction_id:,
      percent: BigDecimal(input[:percent]),
      average_balance: Money.to_d(found.average_cents),
      amount: Money.to_d(found.cents),
      transaction_id:
    )
    found.cents.positive?
  end
  private_class_method :changes, :post
end
