# frozen_string_literal: true

# One driver's settlement request, from the rows of what was earned and all that is taken. Each trip is paid
# by the plan of its day and by the driver's share of it; the period's minimum is that of the plan in force at
# its end.
class Work::Pay::Request
  Terms = Core::Pay::Terms
  BEGINNING = Date.new(2000, 1, 1)

  # A row of trip_earnings, with papers_in; plan - Terms::Plan for the driver's share of it, miles_by - its
  # measure of miles
  def self.trip(row, plan, miles_by)
    row = Work::Pay::CorrectEarning.apply(row)
    loaded_miles, empty_miles = Store::Pay::Plan.miles(row, miles_by)
    Terms::Trip.new(
      id: row[:trip],
      plan:,
      completed_on: row[:completed_on],
      papers_in: row[:papers_in],
      loaded_miles:,
      empty_miles:,
      line_haul_cents: Money.cents(row[:line_haul]),
      fuel_surcharge_cents: Money.cents(row[:fuel_surcharge]),
      tons: row[:tons],
      hours: row[:hours],
      dwell_minutes: row[:dwell_minutes].to_a,
      layover_days: row[:layover_days],
      tarped: row[:tarped],
      days: row[:days],
      accessorials: row[:accessorials].to_a.map { |one| [one["label"], Money.parse_cents(one["amount"])] },
      worked: worked(row)
    )
  end

  def self.worked(row) =
    row[:worked].to_a.map do |one|
      Terms::Worked.new(
        day: Date.iso8601(one["day"]),
        activity: one["activity"],
        hours: BigDecimal(one["hours"])
      )
    end

  # facts - Work::Pay::Facts; rows - of trip_earnings
  def initialize(facts, driver_id, rows)
    @facts = facts
    @driver_id = driver_id
    @rows = rows
  end

  def to_core
    Terms::Request.new(
      period: @facts.period,
      driver:,
      trips:,
      one_time:,
      units:,
      garnishments:,
      advances:,
      recurring:,
      taxes_cents: @facts.taxes_cents(@driver_id) || 0,
      worked_before: @facts.worked_before(@driver_id)
    )
  end

  private

  def trips =
    @rows.map do |row|
      self.class.trip(
        row,
        @facts.plan(row[:pay_plan_id], row[:share_percent]),
        @facts.miles_by(row[:pay_plan_id])
      )
    end

  def driver
    plan = @facts.plan_at(@driver_id, @facts.run[:to_on])
    Terms::Driver.new(
      id: @driver_id.to_s,
      plan: @facts.plan(plan[:id], 100.to_d),
      minimum_net_cents: Money.cents(plan[:minimum_net]),
      carried_in_cents: @facts.carried_in_cents(@driver_id)
    )
  end

  def one_time =
    @facts
      .parts(@driver_id)
      .map do |row|
        Terms::OneTime.new(
          id: row[:item_id],
          amount_cents: Money.cents(row[:amount]),
          **row.slice(:kind, :label, :deduction_id)
        )
      end

  def units
    @facts
      .units(@driver_id)
      .map do |row|
        Terms::Unit.new(
          id: row[:number],
          tags: Work::Pay::UnitTags.of(row),
          active_from: row[:active_from] || BEGINNING,
          active_to: row[:active_to],
          fee_cents: Money.cents(row[:fee] || 0),
          rent_daily_cents: Money.cents(row[:rent_daily] || 0)
        )
      end
  end

  # Disposable earnings are what is left after taxes (15 U.S.C. 1672(b)): without those no order is worked out.
  def garnishments
    return [] if @facts.taxes_cents(@driver_id).nil?

    @facts
      .garnishments(@driver_id)
      .map do |row|
        Terms::Garnishment.new(
          **row.slice(:id, :kind, :label),
          amount_cents: Money.cents(row[:amount]),
          limit_percent: row[:limit_percent] || 50.to_d
        )
      end
  end

  def advances
    @facts
      .advances(@driver_id)
      .map do |row|
        Terms::Advance.new(
          **row.slice(:id, :label),
          principal_cents: Money.cents(row[:principal]),
          fee_fixed_cents: Money.cents(row[:fee_fixed]),
          fee_percent: row[:fee_percent],
          installments: row[:installments],
          taken: row[:taken],
          push: row[:pushed]
        )
      end
  end

  def recurring
    @facts
      .deductions(@driver_id)
      .map do |row|
        own = monthly(row, row[:own_amount])
        Terms::Recurring.new(
          id: row[:id],
          label: row[:label],
          basis: row[:basis],
          amount: monthly(row, row[:amount]),
          priority: row[:priority],
          own_amount: own,
          if_short: row[:if_short],
          goal_cents: row[:goal] && Money.cents(row[:goal]),
          balance_cents: row[:goal] ? @facts.balance_cents(@driver_id, row[:id]) : 0,
          tag: row[:tag],
          prorated: row[:prorated]
        )
      end
  end

  # The part of a month's amount that this period bears.
  def monthly(row, amount)
    return amount if amount.nil? || row[:per] != "month" || row[:basis] != "flat"

    Money.to_d(Core::Pay::Periods.share_cents(Money.cents(amount), @facts.period))
  end
end
