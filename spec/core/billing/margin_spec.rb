# frozen_string_literal: true

RSpec.describe Core::Billing::Margin do
  company = {
    fuel_price: BigDecimal("4.00"),
    cost_per_mile: BigDecimal("0.25"),
    cost_per_day: BigDecimal("120")
  }

  # Worked out by hand: 400 + 100 miles at 6.5 miles a gallon, 36 hours.
  it "adds up what a trip costs, empty miles too, each part rounded once" do
    trip =
      described_class::Trip.new(
        loaded_tenths: 4_000,
        empty_tenths: 1_000,
        minutes: 36 * 60,
        miles_per_gallon: nil,
        pay_cents: 282_00,
        tolls_cents: 12_50,
        laid_out_cents: 0,
        partner_cents: nil
      )
    expect(described_class.costs(trip, company)).to eq(
      {
        pay_cents: 282_00,
        fuel_cents: 307_69,
        tolls_cents: 12_50,
        laid_out_cents: 0,
        other_cents: 305_00,
        partner_cents: 0
      }
    )
    # What a partner hauls costs what the partner is paid: the fuel and the truck are its own.
    hauled = described_class.costs(trip.with(pay_cents: 0, partner_cents: 900_00), company)
    expect(hauled).to include(partner_cents: 900_00, fuel_cents: 0, tolls_cents: 0, other_cents: 0)
  end

  it "shares a trip among its loads by their miles, and loses no cent" do
    expect(described_class.split(100_00, [300, 100])).to eq([75_00, 25_00])
    expect(described_class.split(100, [1, 1, 1])).to eq([34, 33, 33])
    expect(described_class.split(101, [0, 0])).to eq([51, 50])
  end

  it "says what is left, of a hundred and by the mile" do
    sum = ->(**more) do
      costs = described_class::COSTS.to_h { |name| [name, 0] }
      described_class::Sum.new(
        loads: 1,
        revenue_cents: 1_000_00,
        **costs,
        loaded_tenths: 4_000,
        empty_tenths: 1_000,
        **more
      )
    end
    one = sum.call(pay_cents: 300_00, fuel_cents: 345_67)
    expect([one.margin_cents, one.permille, one.per_mile_cents]).to eq([354_33, 354, 71])
    expect((one + one).margin_cents).to eq(708_66)
    expect(sum.call(revenue_cents: 0, loaded_tenths: 0, empty_tenths: 0)).to have_attributes(
      permille: nil,
      per_mile_cents: nil
    )
  end
end
