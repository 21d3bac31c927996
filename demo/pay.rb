# frozen_string_literal: true

# What is taken and given beside the trips: deductions of several kinds, an escrow fund, an advance that is still being repaid, a charge
# over three statements, a bonus, an order of a court, bank accounts.
class Demo::Pay
  DEDUCTIONS = [
    { label: "Occupational insurance", basis: "flat", amount: "31.25", priority: 1 },
    { label: "Logging device", basis: "flat", per: "month", amount: "24.00", priority: 3 },
    { label: "Cargo claim reserve", basis: "percent_of_gross", amount: "1", priority: 4, if_short: "skip", goal: "250.00", escrow: true }
  ].freeze

  # clerk - Work::Actor; drivers - ids; owners - ids of owner-operators
  def initialize(clerk, drivers, owners:)
    @clerk = clerk
    @drivers = drivers
    @owners = owners
  end

  # Before the first of the closed periods.
  def before(from, at)
    Work::Pay::ChangeSettings.call({ second_person_drivers: 40, bank_name: "Snake River Trust", bank_routing: "123103729", bank_company_id: "1820000001" }, by: @clerk, now: at)
    DEDUCTIONS.each { |row| Work::Pay::KeepDeduction.keep(nil, { key: "demo-deduction-#{row[:label]}", from_on: from, everyone: true, **row }, by: @clerk, now: at) }
    Work::Pay::KeepDeduction.keep(nil, { key: "demo-deduction-trailer", label: "Trailer rent", basis: "flat", amount: "85.00", priority: 5, from_on: from, drivers: @owners.map { |driver_id| { driver_id: } } }, by: @clerk, now: at)
    Work::Pay::KeepGarnishment.call({ key: "demo-order", driver_id: @drivers[6], kind: "support", label: "Support order, Ada County", amount: "75.00", from_on: from }, by: @clerk, now: at)
    Work::Pay::GiveAdvance.call({ key: "demo-advance", driver_id: @drivers[2], label: "Repair of the own trailer", principal: "600.00", fee_percent: "3", installments: 6, from_on: from }, by: @clerk, now: at)
    @drivers.first(20).each_with_index { |driver_id, i| Work::Pay::KeepBankAccount.call(driver_id, { key: "demo-bank-#{driver_id}", routing: "123103716", account: format("55%08d", (i * 7919) + 10_007), kind: i.even? ? "checking" : "savings" }, by: @clerk, now: at) }
    DB[:bank_accounts].where(driver_id: @drivers.first(17)).update(prenote_on: from)
  end

  # For the open period.
  def now(from, at)
    once("Strap lost at the dock", "deduction", "90.00", from, at, [@drivers[4]], parts: 3, note: "Two-inch ratchet, order 7718")
    once("Clean inspection", "earning", "50.00", from, at, [@drivers[3], @drivers[9]])
    once("Scale tickets", "reimbursement", "27.50", from, at, [@drivers[5]])
  end

  private

  def once(label, kind, amount, due_on, at, driver_ids, **more)
    Work::Pay::OneTime.give({ key: "demo-once-#{label}", kind:, label:, amount:, due_on:, driver_ids:, **more }, by: @clerk, now: at)
  end
end
