# frozen_string_literal: true

# What a recurring deduction asks for in one period, before its goal and before what the net allows.
module Core::Pay::Recurring
  Charge = Value.of(:cents, :quantity, :rate)

  # Returns Charge, with the quantity and rate that explain it.
  def self.charge(item, period, units, gross_cents:, miles:)
    rate = item.rate || 0.to_d
    case item.basis
    when "flat"
      of(rate, "1", Money.rate_text(rate))
    when "percent_of_gross"
      base_cents = [gross_cents, 0].max
      of(Money.to_d(base_cents) * rate / 100, Money.text(base_cents), "#{Money.rate_text(rate, places: 0)}%")
    when "per_mile"
      of(miles * rate, Money.rate_text(miles, places: 1), Money.rate_text(rate))
    when "per_unit"
      per_unit(item, period, units)
    end
  end

  # The units of one item are added exactly and rounded once.
  def self.per_unit(item, period, units)
    charged = units.select { |unit| unit.tags.include?(item.tag) && period.days_active(unit).positive? }
    dollars =
      charged.sum(0r) do |unit|
        each = item.rate&.to_r || Money.exact(unit.fee_cents)
        item.prorated ? each * period.days_active(unit) / period.days : each
      end
    of(dollars, "#{charged.length} #{item.tag}", item.rate ? Money.rate_text(item.rate) : "own fee")
  end

  def self.of(dollars, quantity, rate) = Charge.new(cents: Money.cents(dollars), quantity:, rate:)

  private_class_method :per_unit, :of
end
