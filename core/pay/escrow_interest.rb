# frozen_string_literal: true

# Interest on what the company keeps of a driver in an escrow fund: a quarter's average daily balance at a
# yearly rate.
# Source: 49 CFR 376.12(k)(5): at least quarterly, at no less than the average yield of 13-week Treasury bills
# set when the interest period begins. The average advance of the period, which the rule lets a carrier take
# off the balance, is left in it: the driver's side of a "may".
module Core::Pay::EscrowInterest
  Found = Core::Value.of(:average_cents, :cents)
  YEAR_DAYS = 365

  # changes - Array of [Date, cents], what went into the fund and out of it, on which day; quarter_from -
  #           Date, percent - BigDecimal, a year
  #
  # Returns Found. A day counts with what the fund held at its end.
  def self.of(changes, quarter_from:, percent:)
    days = quarter_from...(quarter_from >> 3)
    held = changes.sort_by(&:first)
    total = days.sum { |day| held.sum { |date, cents| date <= day ? cents : 0 } }
    count = (days.end - days.begin).to_i
    Found.new(
      average_cents: Core::Money.cents(Rational(total, count * 100)),
      cents: [Core::Money.cents(Rational(total, YEAR_DAYS * 100) * percent.to_r / 100), 0].max
    )
  end
end
