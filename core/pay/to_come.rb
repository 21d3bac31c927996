# frozen_string_literal: true

# What a trip that nobody has driven yet would earn: no waiting, no layover, no hours, nothing told.
module Core::Pay::ToCome
  # loaded_tenths, empty_tenths - of a mile; line_haul_cents, fuel_surcharge_cents; weight_lb; stop_count;
  # tarped
  Work =
    Core::Value.of(
      :loaded_tenths,
      :empty_tenths,
      :line_haul_cents,
      :fuel_surcharge_cents,
      :weight_lb,
      :stop_count,
      :tarped
    )
  POUNDS_PER_TON = 2000

  # plan - Terms::Plan, nil for who has none. Returns cents.
  def self.cents(work, plan) = plan ? Core::Pay.earnings(trip(work), plan).sum(&:amount_cents) : 0

  def self.trip(work)
    Core::Pay::Terms::Trip.new(
      id: "",
      plan: nil,
      completed_on: nil,
      papers_in: true,
      loaded_miles: BigDecimal(work.loaded_tenths) / 10,
      empty_miles: BigDecimal(work.empty_tenths) / 10,
      line_haul_cents: work.line_haul_cents,
      fuel_surcharge_cents: work.fuel_surcharge_cents,
      tons: BigDecimal(work.weight_lb) / POUNDS_PER_TON,
      hours: BigDecimal(0),
      dwell_minutes: Array.new(work.stop_count, 0),
      layover_days: 0,
      tarped: work.tarped,
      accessorials: [],
      worked: [],
      days: 0
    )
  end
  private_class_method :trip
end
