# frozen_string_literal: true

# Plans of pay, and what is taken and given beside the trips: deductions of several kinds, an escrow fund, an
# advance that is still being repaid, a charge over three statements, a bonus, an order of a court, bank
# accounts; receipts, and a file of card transactions with some that are nobody's.
class Demo::Pay
  DEDUCTIONS = [
    { label: "Occupational insurance", basis: "flat", amount: "31.25", priority: 1 },
    { label: "Logging device", basis: "flat", per: "month", amount: "24.00", priority: 3 },
    {
      label: "Cargo claim reserve",
      basis: "percent_of_gross",
      amount: "1",
      priority: 4,
      if_short: "skip",
      goal: "250.00",
      escrow: true
    }
  ].freeze

  # clerk - Work::Actor; drivers - ids; owners - ids of owner-operators
  def initialize(clerk, drivers, owners:)
    @clerk = clerk
    @drivers = drivers
    @owners = owners
  end

  # Owner-operators are paid by percent, as is common; short hauls and per diem for some company drivers.
  OWNERS = {
    basis: "percent",
    percent: "72",
    percent_of_fuel: true,
    percent_of: %w[Detention],
    detention_hourly: "20.00"
  }.freeze
  MILES = {
    basis: "per_mile",
    loaded_mile_rate: "0.60",
    empty_mile_rate: "0.50",
    stops_included: 2,
    extra_stop: "25.00",
    detention_hourly: "20.00",
    tarp: "50.00"
  }.freeze
  PLANS = {
    4 => {
      haul_bands: [{ to_miles: 150, rate: "0.95" }, { to_miles: 300, rate: "0.72" }]
    },
    9 => {
      per_diem_mile_rate: "0.12",
      per_diem_daily: "80.00"
    },
    11 => {
      period_minimum: "900.00"
    }
  }.freeze

  # Before the first of the closed periods.
  def before(from, at)
    plans(from, at)
    Work::Pay::ChangeSettings.call(
      { bank_name: "Snake River Trust", bank_routing: "123103729", bank_company_id: "1820000001" },
      by: @clerk,
      now: at
    )
    Store::Pay::PaySettings.update(second_person_drivers: 40, second_person_dollars: 1000)
    DEDUCTIONS.each do |row|
      Work::Pay::KeepDeduction.keep(
        nil,
        { key: "demo-deduction-#{row[:label]}", from_on: from, everyone: true, **row },
        by: @clerk,
        now: at
      )
    end
    Work::Pay::KeepDeduction.keep(
      nil,
      {
        key: "demo-deduction-trailer",
        label: "Trailer rent",
        basis: "flat",
        amount: "85.00",
        priority: 5,
        from_on: from,
        drivers: @owners.map { |driver_id| { driver_id: } }
      },
      by: @clerk,
      now: at
    )
    Work::Pay::KeepGarnishment.call(
      {
        key: "demo-order",
        driver_id: @drivers[6],
        kind: "support",
        label: "Support order, Ada County",
        amount: "75.00",
        from_on: from
      },
      by: @clerk,
      now: at
    )
    Work::Pay::GiveAdvance.call(
      {
        key: "demo-advance",
        driver_id: @drivers[2],
        label: "Repair of the own trailer",
        principal: "600.00",
        fee_percent: "3",
        installments: 6,
        from_on: from
      },
      by: @clerk,
      now: at
    )
    @drivers
      .first(20)
      .each_with_index do |driver_id, i|
        Work::Pay::KeepBankAccount.make(
          { driver_id: },
          {
            routing: "123103716",
            account: format("55%08d", (i * 7919) + 10_007),
            kind: i.even? ? "checking" : "savings"
          },
          by: @clerk,
          now: at
        )
      end
    DB[:bank_accounts].where(driver_id: @drivers.first(17)).update(prenote_on: from)
  end

  # For the open period.
  def now(from, at)
    once(
      "Strap lost at the dock",
      "deduction",
      "90.00",
      from,
      at,
      [@drivers[4]],
      parts: 3,
      note: "Two-inch ratchet, order 7718"
    )
    once("Clean inspection", "earning", "50.00", from, at, [@drivers[3], @drivers[9]])
    once("Washout after onions", "reimbursement", "27.50", from, at, [@drivers[5]])
    receipts(from, at)
    cards(from, at)
    # Waits for a second person.
    Work::Pay::KeepBankAccount.call(
      @drivers[18],
      { key: "demo-other-bank", routing: "123103716", account: "5590417723", kind: "checking" },
      by: @clerk,
      now: at
    )
  end

  private

  def plans(from, at)
    keep = ->(driver_id, plan) do
      Work::Pay::KeepPlan.call(
        driver_id,
        { key: "demo-plan-#{driver_id}", in_force_from: from, **plan },
        by: @clerk,
        now: at
      )
    end
    @owners.each { |driver_id| keep.call(driver_id, OWNERS) }
    PLANS.each { |i, plan| keep.call(@drivers[i], { **MILES, **plan }) unless @owners.include?(@drivers[i]) }
    company_id =
      Work::Pay::KeepOperatingCompany.call(
        nil,
        {
          key: "demo-company",
          name: "Juniper Fork Heavy",
          address: "410 Yardmaster Road",
          town: "Ogden",
          state: "UT",
          zip: "84401",
          bank_company_id: "1820000002"
        },
        by: @clerk,
        now: at
      )
    @drivers
      .values_at(13, 18)
      .each do |driver_id|
        Work::Pay::KeepOperatingCompany.employ(
          driver_id,
          { key: "demo-employ-#{driver_id}", operating_company_id: company_id },
          by: @clerk,
          now: at
        )
      end
  end

  def receipts(from, at)
    picture = File.binread(File.join(__dir__, "pictures", "scale_ticket.png"))
    { 2 => %w[scale 14.50], 7 => %w[lumper 185.00] }.each do |i, (kind, amount)|
      driver = Work::Actor.driver(DB[:drivers].first(id: @drivers[i]))
      Work::Pay::HandInReceipt.call(
        picture,
        {
          key: "demo-receipt-#{i}",
          kind:,
          amount:,
          spent_on: from,
          note: kind == "lumper" ? "They took cash only" : ""
        },
        driver:,
        now: at
      )
    end
  end

  # A card for most tractors; two of the file's rows are of a card that nobody has told of.
  def cards(from, at)
    units = DB[:units].where(kind: "tractor").order(:id).limit(24).select_map(%i[id number])
    units.each_with_index do |(unit_id, _), i|
      Work::Pay::SettleCard.keep_card(
        { key: "demo-card-#{i}", number: format("70%04d", (i * 37) + 1103), driver_id: nil, unit_id: },
        by: @clerk,
        now: at
      )
    end
    rows =
      driven(from)
        .first(9)
        .each_with_index
        .map { |(number, when_at, state), i| card_row(i, ["", number], when_at, state) }
    rows += [
      card_row(20, ["709999", ""], "#{from} 09:12", "ID"),
      card_row(21, ["709999", ""], "#{from} 18:40", "OR")
    ]
    Work::Pay::TakeCardFile.call(
      CSV.generate { |csv| [Core::Pay::CardFile::COLUMNS.keys, *rows].each { |row| csv << row } },
      { key: "demo-card-file", name: "cards-#{from}.csv" },
      by: @clerk,
      now: at
    )
  end

  # Tractors that were under way lately: their number, a time on a trip in its place's zone, the state.
  def driven(from)
    DB[:trip_units]
      .join(:units, id: :unit_id)
      .join(:trips, id: Sequel[:trip_units][:trip_id])
      .where(kind: "tractor", status: %w[delivered rolling])
      .where(Sequel.lit("upper(trip_units.during) > ?", from.to_time))
      .order(Sequel[:trips][:id])
      .select(Sequel[:units][:number], Sequel[:trip_units][:during])
      .map do |row|
        [
          row[:number],
          TZInfo::Timezone
            .get("America/Boise")
            .to_local(row[:during].begin + 5400)
            .strftime("%Y-%m-%d %H:%M"),
          "ID"
        ]
      end
  end

  def card_row(turn, (card, unit), local_time, state)
    kind = turn == 4 ? "toll" : "fuel"
    gallons = kind == "fuel" ? 70 + ((turn * 13) % 60) : nil
    cents = gallons ? gallons * 389 : 1250
    [
      format("CT%06d", 881_200 + turn),
      kind,
      card,
      unit,
      *local_time.split,
      ["Greasewood Fuel", "Blue Mesa Plaza", "Sagehen Stop"][turn % 3],
      state,
      gallons,
      Money.text(cents)
    ]
  end

  def once(label, kind, amount, due_on, at, driver_ids, **more)
    Work::Pay::OneTime.give(
      { key: "demo-once-#{label}", kind:, label:, amount:, due_on:, driver_ids:, **more },
      by: @clerk,
      now: at
    )
  end
end
