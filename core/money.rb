# frozen_string_literal: true

require "bigdecimal"

# Amounts are whole cents, rates are BigDecimal dollars; this is the one place where the two meet and where
# rounding happens.
module Core::Money
  ZERO = "0".ord
  PATTERN = /\A-?\d+(?:\.\d+)?\z/

  # Dollars (BigDecimal, Rational or Integer) to whole cents, half away from zero. A product of decimals is
  # exact as it is, and faster.
  def self.cents(dollars) = ((dollars.is_a?(BigDecimal) ? dollars : dollars.to_r) * 100).round(half: :up).to_i

  # Dollars to whole cents, cut toward zero: for limits of law, which are never rounded up.
  def self.cents_cut(dollars) = (dollars.to_r * 100).truncate

  # "1850.00" to whole cents. The caller has checked the form.
  def self.parse_cents(text) = cents(BigDecimal(text))

  # Whole cents as dollars: exact for computing, decimal for printing.
  def self.exact(cents) = Rational(cents, 100)
  def self.to_d(cents) = BigDecimal(cents) / 100

  # 185000 to "1850.00"
  def self.text(cents) = format("%s%d.%02d", cents.negative? ? "-" : "", *cents.abs.divmod(100))

  # Dollars as the database holds them to "1850.00"; nil stays nil.
  def self.dollars_text(dollars) = dollars && text(cents(dollars))

  # A rate or quantity as plain digits, with at least `places` decimals and no needless zeros: "0.58", "0.50",
  # "612.0".
  def self.rate_text(rate, places: 2)
    text = (rate.is_a?(BigDecimal) ? rate : rate.to_d).to_s("F")
    point = text.index(".")
    last = text.length - 1
    last -= 1 while last > point + places && text.getbyte(last) == ZERO
    return text[0...point] if last == point

    text[0..last].ljust(point + 1 + places, "0")
  end

  # Splits so that the parts add up: the leftover cents go one each to the first parts.
  def self.installments(total_cents, parts)
    each_cents, leftover_cents = total_cents.divmod(parts)
    Array.new(parts) { |i| each_cents + (i < leftover_cents ? 1 : 0) }
  end
end
