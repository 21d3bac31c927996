# frozen_string_literal: true

# A load's price as the lines of a bill.
class Core::Billing::Charges
  UNITS = { "per_mile" => "mile", "per_hundredweight" => "hundredweight", "per_ton" => "ton" }.freeze
  POUNDS = { "per_hundredweight" => 100, "per_ton" => 2_000 }.freeze

  def initialize(load, accessorials)
    @load = load
    @accessorials = accessorials
  end

  def all =
    [line_haul, fuel_surcharge, *@accessorials.map { |row| accessorial(row) }].reject do |one|
      one.cents.zero?
    end

  private

  def line_haul =
    charge(
      "line_haul",
      Core::Billing::CODES["line_haul"],
      @load[:line_haul],
      unit: UNITS[@load[:price_kind]],
      quantity: hauled,
      rate: @load[:price_rate]
    )

  # Miles, or weight in what it is priced by; nil for a sum.
  def hauled
    return @load[:miles] if @load[:price_kind] == "per_mile"

    pounds = POUNDS[@load[:price_kind]]
    pounds && (BigDecimal(@load[:weight_lb]) / pounds).round(3)
  end

  def fuel_surcharge
    label = Core::Billing::CODES["fuel_surcharge"]
    return charge("fuel_surcharge", label, @load[:fuel_surcharge]) if @load[:fuel_kind] == "none"

    percent = @load[:fuel_kind] == "percent"
    charge(
      "fuel_surcharge",
      label,
      @load[:fuel_surcharge],
      unit: percent ? "percent" : "mile",
      quantity: percent ? nil : @load[:miles],
      rate: @load[:fuel_rate]
    )
  end

  def accessorial(row)
    code = row[:kind] || "other"
    authorised = row[:authorised_as].to_s
    charge(code, authorised.empty? ? row[:label] : "#{row[:label]} (#{authorised})", row[:amount])
  end

  def charge(code, label, amount, unit: nil, quantity: nil, rate: nil) =
    Core::Billing::Charge.new(
      code:,
      label:,
      quantity: unit && quantity,
      unit:,
      rate: unit && rate,
      cents: Core::Money.cents(amount),
      load_id: @load[:id]
    )
end
