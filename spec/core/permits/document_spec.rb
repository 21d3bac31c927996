# frozen_string_literal: true

require_relative "../../../config/core"

RSpec.describe Core::Permits::Document do
  axle = ->(weight_lb, spacing_ft) { { "weight_lb" => weight_lb, "spacing_ft" => spacing_ft } }
  five = [axle.call(12_000, 0)] + Array.new(4) { axle.call(17_000, 4.5) }
  base = { "jurisdictions" => %w[ID MT], "length_in" => 900, "gross_lb" => 80_000 }

  it "reads axles with feet as exact decimals" do
    expect(described_class.axles({ "axles" => five }).sum(&:spacing_ft)).to eq(BigDecimal(18))
  end

  # Which of jurisdictions and route is given, and what else is wrong.
  [
    [base.except("jurisdictions"), "where", ""],
    [base.merge("route" => { "by_state" => [] }), "where", ""],
    [base.except("gross_lb"), "weight_missing", ""],
    [base.merge("axles" => five, "gross_lb" => 80_001), "axles_do_not_add", "/gross_lb"],
    [base.merge("axles" => five, "length_in" => 215), "spacings_too_long", "/axles"],
    [base.merge("jurisdictions" => %w[ID MT ID]), "listed_twice", "/jurisdictions"],
    [
      base.except("jurisdictions").merge(
        "route" => {
          "by_state" => [{ "state" => "ID", "miles" => "1.0" }, { "state" => "ID", "miles" => "2.0" }]
        }
      ),
      "listed_twice",
      "/route/by_state"
    ],
    [
      base.merge("axles" => [axle.call(12_000, 1), axle.call(68_000, 4)]),
      "first_spacing",
      "/axles/0/spacing_ft"
    ],
    [
      base.merge("axles" => [axle.call(12_000, 0), axle.call(34_000, 4), axle.call(34_000, 0)]),
      "no_spacing",
      "/axles/2/spacing_ft"
    ]
  ].each do |document, code, path|
    it "refuses #{code} at #{path}" do
      expect { described_class.screen(document) }.to refuse(code, path)
    end
  end

  it "takes spacings as long as the vehicle, axles that add up, and axles without a gross" do
    vehicles =
      [{ "length_in" => 216 }, {}, { "gross_lb" => nil }].map do |changed|
        described_class.screen(base.merge("axles" => five).merge(changed).compact).first
      end
    expect(vehicles.map(&:gross_lb)).to eq([80_000] * 3)
  end

  it "names the axle whose spacing is missing as people count" do
    expect { described_class.axles({ "axles" => [axle.call(1, 0), axle.call(1, 0)] }) }.to raise_error(
      Refused,
      /axle 2 from the one in front/
    )
  end

  it "reads a route as codes with miles, and takes freight for whole where nothing is said" do
    route = { "by_state" => [{ "state" => "ID", "miles" => 12.5 }, { "state" => "MT", "miles" => "300.0" }] }
    _, codes, divisible, miles = described_class.screen(base.except("jurisdictions").merge("route" => route))
    expect([codes, divisible, miles]).to eq([%w[ID MT], false, { "ID" => BigDecimal("12.5"), "MT" => 300 }])
  end

  it "reads a place and a day, without a margin where none is given, and no zone that nobody knows" do
    place = {
      "latitude" => 43.6,
      "longitude" => -116.2,
      "date" => "2026-11-16",
      "time_zone" => "America/Boise"
    }
    expect(described_class.daylight(place).values_at(0, 2, 4)).to eq([43.6, Date.new(2026, 11, 16), 0])
    expect(described_class.daylight(place.merge("margin_minutes" => 30)).last).to eq(30)
    expect { described_class.daylight(place.merge("time_zone" => "Boise")) }.to refuse(
      "unknown_zone",
      "/time_zone"
    )
  end
end
