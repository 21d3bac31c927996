# frozen_string_literal: true

# A load's price: line haul, fuel surcharge and accessorials, each rounded once.
module Core::Freight::Pricing
  # kind: flat, per_mile, per_hundredweight or per_ton (short tons of 2,000 lb); fuel_kind: none, percent (of
  # the line haul) or per_mile
  Price = Value.of(:kind, :rate, :fuel_kind, :fuel_rate, :accessorials_cents)
  Totals =
    Value.of(:line_haul_cents, :fuel_surcharge_cents, :accessorials_cents) do
      def total_cents = line_haul_cents + fuel_surcharge_cents + accessorials_cents
    end

  def self.totals(price, miles:, weight_lb:)
    line_haul_cents = Money.cents(line_haul(price, miles, weight_lb))
    Totals.new(
      line_haul_cents:,
      fuel_surcharge_cents: Money.cents(fuel_surcharge(price, line_haul_cents, miles)),
      accessorials_cents: price.accessorials_cents.sum
    )
  end

  def self.line_haul(price, miles, weight_lb)
    case price.kind
    when "flat"
      price.rate
    when "per_mile"
      price.rate * miles
    when "per_hundredweight"
      price.rate * weight_lb / 100
    when "per_ton"
      price.rate * weight_lb / 2_000
    end
  end

  def self.fuel_surcharge(price, line_haul_cents, miles)
    case price.fuel_kind
    when "none"
      0r
    when "percent"
      Money.exact(line_haul_cents) * price.fuel_rate.to_r / 100
    when "per_mile"
      price.fuel_rate * miles
    end
  end
  private_class_method :line_haul, :fuel_surcharge
end
