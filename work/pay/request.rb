# frozen_string_literal: true

# One driver's settlement request, from the rows of what was earned. Each trip is paid by the plan of its day and by the
# driver's share of it; the period's minimum is that of the plan in force at its end.
class Work::Pay::Request
  Terms = Core::Pay::Terms

  # A row of pay_plans as the core reads it.
  def self.plan(row, share_percent)
    Terms::Plan.new(
      basis: row[:basis].to_sym, rates: row.slice(:loaded_mile_rate, :empty_mile_rate), extra_stop_cents: Money.cents(row[:extra_stop]),
      stops_included: row[:stops_included], detention_hourly_rate: row[:detention_hourly], detention_free_minutes: 120, detention_step_minutes: 15,
      layover_daily_cents: 0, tarp_cents: Money.cents(row[:tarp]), period_minimum_cents: Money.cents(row[:period_minimum]), share_percent:
    )
  end

  def initialize(run, driver_id, rows)
    @run = run
    @driver_id = driver_id
    @rows = rows
  end

  def to_core
    Terms::Request.new(
      period: Terms::Period.new(from: @run[:from_on], to: @run[:to_on], frequency: "weekly"), driver:, trips: @rows.map { |row| trip(row) },
      one_time: [], units: [], garnishments: [], advances: [], recurring: [], taxes_cents: 0
    )
  end

  private

  def driver
    plan = self.class.plan(Store::Fleet.pay_plan(@driver_id, @run[:to_on]), 100.to_d)
    Terms::Driver.new(id: @driver_id.to_s, plan:, minimum_net_cents: 0, carried_in_cents: 0)
  end

  def plans_by_id = @plans_by_id ||= DB[:pay_plans].where(driver_id: @driver_id).to_hash(:id)

  def trip(row)
    Terms::Trip.new(
      id: row[:trip], plan: self.class.plan(plans_by_id.fetch(row[:pay_plan_id]), row[:share_percent]), completed_on: row[:completed_on], papers_in: row[:papers_in], loaded_miles: row[:loaded_miles], empty_miles: row[:empty_miles],
      line_haul_cents: 0, fuel_surcharge_cents: 0, tons: 0.to_d, hours: 0.to_d, dwell_minutes: row[:dwell_minutes].to_a, layover_days: 0, tarped: row[:tarped]
    )
  end
end
