# frozen_string_literal: true

# What hours over a week's bound earn on top: half the week's average hourly rate.
# Source: 29 CFR 778.110 and 778.115 (one rate, and several). Drivers whom 49 CFR 395 binds are exempt by 29
# U.S.C. 213(b)(1); it is paid where the company says so.
module Core::Pay::Overtime
  Terms = Core::Pay::Terms
  WEEK_DAYS = 7

  # now, before - Arrays of Terms::Worked: paid here, and paid by earlier statements, whose premium is taken
  # off again
  # plan - with the rates and the bound; week_from - Date, any first day of a week
  #
  # Returns Array of Terms::Line, one a week.
  def self.lines(now, before:, plan:, week_from:)
    return [] unless plan.overtime_after_hours

    by_week = ->(list) do
      list.group_by { |row| week_from + ((row.day - week_from).to_i.div(WEEK_DAYS) * WEEK_DAYS) }
    end
    paid = by_week.call(before)
    by_week
      .call(now)
      .sort
      .filter_map do |week, rows|
        earlier = paid[week] || []
        premium = premium(earlier + rows, plan)
        cents = Core::Money.cents(premium.dollars) - Core::Money.cents(premium(earlier, plan).dollars)
        next unless cents.positive?

        line(week, premium, cents)
      end
  end

  def self.line(week, premium, amount_cents)
    Terms::Line.new(
      section: "earnings",
      kind: "overtime",
      label: "Overtime, week of #{week}",
      quantity: Core::Money.rate_text(premium.hours),
      rate: "half of #{Core::Money.rate_text(premium.rate.round(4))}",
      amount_cents:,
      trip: nil,
      source_id: nil,
      deduction_id: nil
    )
  end

  Premium = Core::Value.of(:hours, :rate, :dollars)

  def self.premium(worked, plan)
    hours = worked.sum(BigDecimal(0), &:hours)
    over = [hours - plan.overtime_after_hours, BigDecimal(0)].max
    return Premium.new(hours: over, rate: BigDecimal(0), dollars: BigDecimal(0)) if over.zero?

    average = worked.sum(BigDecimal(0)) { |row| row.hours * plan.hour_rate(row.activity) }.to_r / hours.to_r
    Premium.new(hours: over, rate: average.to_d(12), dollars: average * over.to_r / 2)
  end
  private_class_method :line, :premium
end
