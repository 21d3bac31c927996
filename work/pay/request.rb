# frozen_string_literal: true

# One driver's settlement request, from the rows of what was earned and all that is taken. Each trip is paid by the plan of its day and by
# the driver's share of it; the period's minimum is that of the plan in force at its end.
class Work::Pay::Request
  Terms = Core::Pay::Terms
  TAGS = { "company_plates" => ->(unit) { unit[:company_plates] }, "logging_device" => ->(unit) { !unit[:logging_device].empty? }, "leased_tractor" => ->(unit) { unit[:leased] && unit[:kind] == "tractor" },
           "leased_trailer" => ->(unit) { unit[:leased] && unit[:kind] == "trailer" }, "tractor" => ->(unit) { unit[:kind] == "tractor" }, "trailer" => ->(unit) { unit[:kind] == "trailer" } }.freeze
  BEGINNING = Date.new(2000, 1, 1)

  # A row of pay_plans as the core reads it.
  def self.plan(row, share_percent)
    Terms::Plan.new(
      basis: row[:basis].to_sym, rates: row.slice(*Core::Pay::Earnings::RATES.fetch(row[:basis].to_sym)), extra_stop_cents: Money.cents(row[:extra_stop]),
      stops_included: row[:stops_included], detention_hourly_rate: row[:detention_hourly], detention_free_minutes: 120, detention_step_minutes: 15,
      layover_daily_cents: Money.cents(row[:layover_daily]), tarp_cents: Money.cents(row[:tarp]), period_minimum_cents: Money.cents(row[:period_minimum]), share_percent:
    )
  end

  # A row of trip_earnings, with papers_in, by a plan's row.
  def self.trip(row, plan)
    Terms::Trip.new(
      id: row[:trip], plan: self.plan(plan, row[:share_percent]), completed_on: row[:completed_on], papers_in: row[:papers_in], loaded_miles: row[:loaded_miles], empty_miles: row[:empty_miles],
      line_haul_cents: Money.cents(row[:line_haul]), fuel_surcharge_cents: Money.cents(row[:fuel_surcharge]), tons: row[:tons], hours: row[:hours],
      dwell_minutes: row[:dwell_minutes].to_a, layover_days: row[:layover_days], tarped: row[:tarped]
    )
  end

  # facts - Work::Pay::Facts; rows - of trip_earnings
  def initialize(facts, driver_id, rows)
    @facts = facts
    @driver_id = driver_id
    @rows = rows
  end

  def to_core
    Terms::Request.new(period: @facts.period, driver:, trips: @rows.map { |row| self.class.trip(row, @facts.plan(row[:pay_plan_id])) }, one_time:, units:, garnishments:, advances:, recurring:, taxes_cents: 0)
  end

  private

  def driver
    plan = @facts.plan_at(@driver_id, @facts.run[:to_on])
    Terms::Driver.new(id: @driver_id.to_s, plan: self.class.plan(plan, 100.to_d), minimum_net_cents: Money.cents(plan[:minimum_net]), carried_in_cents: @facts.carried_in_cents(@driver_id))
  end

  def one_time = @facts.parts(@driver_id).map { |row| Terms::OneTime.new(kind: row[:kind], label: row[:label], amount_cents: Money.cents(row[:amount])) }

  def units
    @facts.units(@driver_id).map do |row|
      Terms::Unit.new(id: row[:number], tags: TAGS.select { |_, is| is.call(row) }.keys, active_from: row[:active_from] || BEGINNING, active_to: row[:active_to], fee_cents: Money.cents(row[:fee] || 0))
    end
  end

  def garnishments = @facts.garnishments(@driver_id).map { |row| Terms::Garnishment.new(kind: row[:kind], label: row[:label], amount_cents: Money.cents(row[:amount]), limit_percent: row[:limit_percent] || 50.to_d) }

  def advances
    @facts.advances(@driver_id).map do |row|
      Terms::Advance.new(label: row[:label], principal_cents: Money.cents(row[:principal]), fee_fixed_cents: Money.cents(row[:fee_fixed]), fee_percent: row[:fee_percent], installments: row[:installments], taken: row[:taken],
                         push: row[:pushed])
    end
  end

  def recurring
    @facts.deductions(@driver_id).map do |row|
      own = monthly(row, row[:own_amount])
      Terms::Recurring.new(label: row[:label], basis: row[:basis], amount: monthly(row, row[:amount]), priority: row[:priority], own_amount: own, if_short: row[:if_short], goal_cents: row[:goal] && Money.cents(row[:goal]),
                           balance_cents: row[:goal] ? @facts.balance_cents(@driver_id, row[:label]) : 0, tag: row[:tag], prorated: row[:prorated])
    end
  end

  # The part of a month's amount that this period bears.
  def monthly(row, amount)
    return amount if amount.nil? || row[:per] != "month" || row[:basis] != "flat"

    Money.to_d(Core::Pay::Months.share_cents(Money.cents(amount), @facts.period))
  end
end
