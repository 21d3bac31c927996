# frozen_string_literal: true

# The JSON of what is kept for one driver's pay.
module Web::Pay::DriverJson
  Figures = Web::Figures
  TERMS = %i[
    basis
    percent_of_fuel
    stops_included
    miles_by
    detention_free_minutes
    detention_step_minutes
  ].freeze

  def self.of(id)
    kept = Reads::Pay::Driver.of(id)
    {
      driver: kept.driver.slice(:id, :name),
      bank: bank(kept.bank),
      garnishments: kept.garnishments.map { |row| garnishment(row) },
      advances: kept.advances.map { |row| advance(row) },
      balances: kept.balances.map { |row| balance(row) },
      plans: kept.plans.map { |row| plan(row) },
      operating_company_id: kept.driver[:operating_company_id],
      funds:
        kept.funds.map { |row| { **row.slice(:deduction_id, :label), balance: Figures.money(row[:balance]) } }
    }
  end

  # An account's number is shown by its last four.
  def self.bank(row) =
    row &&
      {
        **row.slice(:routing, :kind),
        account: "ends in #{row[:account][-4..]}",
        prenote_on: Figures.iso(row[:prenote_on])
      }

  def self.garnishment(row) =
    {
      **row.slice(:id, :kind, :label),
      amount: Figures.money(row[:amount]),
      limit_percent: Figures.rate(row[:limit_percent]),
      from_on: Figures.iso(row[:from_on]),
      to_on: Figures.iso(row[:to_on])
    }

  def self.advance(row) =
    {
      **row.slice(:id, :label, :installments, :taken),
      principal: Figures.money(row[:principal]),
      from_on: Figures.iso(row[:from_on])
    }

  def self.balance(row) =
    { account: row[:account], label: row[:account].tr("_", " "), amount: Figures.money(row[:amount]) }

  def self.plan(row) =
    {
      in_force_from: Figures.iso(row[:in_force_from]),
      **row.slice(:version, *TERMS),
      **Work::Pay::KeepPlan::DECIMALS.to_h { |name| [name, Figures.rate(row[name])] },
      percent_of: row[:percent_of].to_a,
      haul_bands: row[:haul_bands].to_a.map { |band| band.slice("to_miles", "rate") },
      activity_rates: row[:activity_rates].to_h.map { |activity, rate| { activity:, rate: } }
    }
  private_class_method :bank, :garnishment, :advance, :balance, :plan
end
