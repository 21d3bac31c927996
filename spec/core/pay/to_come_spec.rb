# frozen_string_literal: true

RSpec.describe Core::Pay::ToCome do
  work =
    described_class::Work.new(
      loaded_tenths: 6000,
      empty_tenths: 500,
      line_haul_cents: 200_000,
      fuel_surcharge_cents: 30_000,
      weight_lb: 40_000,
      stop_count: 3,
      tarped: true
    )

  def plan(basis, **rates) =
    Core::Pay::Terms::Plan.new(
      basis:,
      rates: rates.transform_values { |rate| BigDecimal(rate) },
      extra_stop_cents: 2500,
      stops_included: 2,
      detention_hourly_rate: BigDecimal(20),
      detention_free_minutes: 120,
      detention_step_minutes: 15,
      layover_daily_cents: 9000,
      tarp_cents: 4000,
      period_minimum_cents: 0,
      share_percent: BigDecimal(100),
      **Core::Pay::PLAIN_PLAN
    )

  it "pays miles, the stop beyond those included and the tarping, and no waiting or layover" do
    # 600 at 0.60, 50 at 0.50, one stop, one tarping: 360 + 25 + 25 + 40.
    expect(
      described_class.cents(work, plan(:per_mile, loaded_mile_rate: "0.60", empty_mile_rate: "0.50"))
    ).to eq(45_000)
  end

  it "is nothing for who has no plan" do
    expect(described_class.cents(work, nil)).to eq(0)
  end
end
