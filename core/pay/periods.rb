# frozen_string_literal: true

# Pay periods: which one follows, the day of a date some of them later, and an amount of a month spread over
# those that end in it.
module Core::Pay::Periods
  WEEKS = { "weekly" => 1, "biweekly" => 2 }.freeze

  # [from, to] of the period that begins on a day: whole weeks, or to the middle or the end of its month.
  def self.beginning(from, frequency)
    return from, from + (7 * WEEKS[frequency]) - 1 if WEEKS.key?(frequency)

    [
      from,
      (
        if frequency == "semimonthly" && from.day <= 15
          Date.new(from.year, from.month, 15)
        else
          Date.new(from.year, from.month, -1)
        end
      )
    ]
  end

  # [from, to] of the period that a day lies in, where there was none before: weeks begin on a Sunday.
  def self.holding(day, frequency)
    return beginning(day - day.wday, frequency) if WEEKS.key?(frequency)

    beginning(Date.new(day.year, day.month, frequency == "semimonthly" && day.day > 15 ? 16 : 1), frequency)
  end

  # The part of a month's amount that a period bears: to the cent, the leftover cents one each on the first.
  # period - Terms::Period; cents - of the month
  def self.share_cents(cents, period)
    ends = ends_in_month(period)
    Core::Money.installments(cents, ends.length)[ends.index(period.to)]
  end

  # The day of a date so many pay periods later: each lies in a period of its own.
  def self.periods_later(date, periods, frequency)
    case frequency
    when "weekly", "biweekly"
      date + (7 * WEEKS[frequency] * periods)
    when "monthly"
      date >> periods
      # Halves of a month are 13 to 16 days long: from the first half to the second of the same month, or to
      # the first of the next.
    else
      halves = (date.year * 24) + ((date.month - 1) * 2) + (date.day > 15 ? 1 : 0) + periods
      Date.new(halves / 24, ((halves % 24) / 2) + 1, halves.even? ? 1 : 16)
    end
  end

  # The last days of this period and of those like it before and after, within its last day's month.
  def self.ends_in_month(period)
    return [period.to] if %w[monthly].include?(period.frequency)
    if period.frequency == "semimonthly"
      return(
        [15, -1].map { |day| Date.new(period.to.year, period.to.month, day) }
          .then { |days| days.include?(period.to) ? days : [period.to] }
      )
    end

    first = Date.new(period.to.year, period.to.month, 1)
    start = period.to - ((period.to - first).to_i / period.days * period.days)
    start.step(first.next_month - 1, period.days).to_a
  end
  private_class_method :ends_in_month
end
