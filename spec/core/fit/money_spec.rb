# frozen_string_literal: true

require_relative "../../../config/core"

RSpec.describe Core::Fit::Money do
  company =
    Core::Fit::Company.new(
      fuel_price: BigDecimal("4.00"),
      cost_per_mile: BigDecimal("0.50"),
      cost_per_day: BigDecimal("120"),
      margin_minutes: 60,
      effects: {
      }
    )
  load = Struct.new(:revenue).new(200_000)
  run =
    Core::Fit::Run.new(
      taken: nil,
      hours: nil,
      home_on: nil,
      deadhead_tenths: 1000,
      loaded_tenths: 5000,
      minutes: 2160,
      tolls: 1500,
      pay: 36_000
    )
  tractor = Struct.new(:miles_per_gallon)

  define_method(:money) do |**changed|
    described_class.of(load, run.with(**changed), company, tractor.new(BigDecimal(6)))
  end

  it "is what the load pays less fuel, tolls, pay and what miles and days cost" do
    # 600 miles at 6 to the gallon and 4.00: 400.00. 600 at 0.50 and a day and a half at 120: 480.00.
    expect(money.to_h.slice(:revenue, :fuel, :tolls, :pay, :other, :profit)).to eq(
      { revenue: 200_000, fuel: 40_000, tolls: 1500, pay: 36_000, other: 48_000, profit: 74_500 }
    )
  end

  it "is told by the mile, empty ones too, and by 24 hours, rounded half up" do
    # 745.00 over 600 miles: 1.2417; over 1.5 days: 496.67.
    expect([money.per_mile, money.per_day]).to eq([124, 49_667])
  end

  it "has neither without a mile or a minute" do
    nothing = money(deadhead_tenths: 0, loaded_tenths: 0, minutes: 0)
    expect([nothing.per_mile, nothing.per_day, nothing.fuel, nothing.other]).to eq([nil, nil, 0, 0])
  end

  it "takes what a tractor usually uses where nobody has measured it, or none is known" do
    # 600 / 6.5 x 4.00 = 369.23
    usual = [tractor.new(nil), nil].map { |one| described_class.of(load, run, company, one).fuel }
    expect(usual).to eq([36_923, 36_923])
  end

  it "may be a loss, and is told as one" do
    expect(money(pay: 150_000).to_h.slice(:profit, :per_mile)).to eq({ profit: -39_500, per_mile: -66 })
  end
end
