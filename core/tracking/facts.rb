# frozen_string_literal: true

# What a driver tells with his steps, held against what is known: odometer, quantities, trailers.
module Core::Tracking::Facts
  # An amount of freight in a unit.
  Quantity = Core::Value.of(:amount, :unit)

  # Pounds in a unit of weight: the ton of 2,000 lb; the metric ton is 2,204.6226 lb (NIST Handbook 44,
  # appendix C).
  POUNDS = {
    "lb" => BigDecimal("1"),
    "ton" => BigDecimal("2000"),
    "metric_ton" => BigDecimal("2204.6226")
  }.freeze
  UNITS = [*POUNDS.keys, "gallon", "piece", "pallet"].freeze
  # So far an odometer may differ from the routed miles before the driver is asked: detours, yards, fuel stops
  # (common practice).
  REASONABLE_MILES = 25
  REASONABLE_PERCENT = 10

  # What a later odometer says against an earlier one. Returns Array of [code, sentence, parts].
  #
  # before, now - miles on the clock, before nil where unknown; routed_miles - between the two, nil where
  # unknown
  def self.odometer(before, now, routed_miles)
    return [] if before.nil? || now.nil?
    if now < before
      return [
        ["odometer_backwards", "The odometer says #{now}, and said #{before} before.", { now:, before: }]
      ]
    end

    driven = now - before
    if routed_miles.nil? ||
         (driven - routed_miles).abs <= [REASONABLE_MILES, routed_miles * REASONABLE_PERCENT / 100].max
      return []
    end

    routed = routed_miles.round
    text = "By the odometer #{driven} miles were driven, by the route #{routed}."
    [["odometer_far", text, { driven:, routed: }]]
  end

  # Freight that was loaded and not delivered. Returns nil where nothing is short or the units cannot be
  # compared, else [amount, unit] short.
  def self.shortage(loaded, delivered)
    return if loaded.nil? || delivered.nil?

    delivered = converted(delivered, loaded.unit) or return
    short = (loaded.amount - delivered).round(3)
    short.positive? ? Quantity.new(amount: short, unit: loaded.unit) : nil
  end

  # An amount in another unit, nil where one cannot become the other.
  def self.converted(quantity, unit)
    return quantity.amount if quantity.unit == unit

    quantity.amount * POUNDS[quantity.unit] / POUNDS[unit] if POUNDS.key?(quantity.unit) && POUNDS.key?(unit)
  end
end
