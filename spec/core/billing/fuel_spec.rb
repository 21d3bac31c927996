# frozen_string_literal: true

RSpec.describe Core::Billing::Fuel do
  def scale(**said)
    described_class::Scale.new(
      from_on: Date.new(2026, 1, 1),
      region: "US",
      kind: "per_mile",
      base: BigDecimal("1.20"),
      step: BigDecimal("0.06"),
      each: BigDecimal("0.01"),
      counting: "begun",
      places: 2,
      lag_days: 0,
      **said
    )
  end

  def price(day, dollars, region: "US")
    described_class::Price.new(region:, told_on: Date.parse(day), price: BigDecimal(dollars))
  end

  def rate(dollars, **said) = described_class.rate(scale(**said), BigDecimal(dollars)).to_s("F")

  describe "the rate" do
    # The form of surcharge table that truckload tariffs print, six miles a gallon above a base of $1.20: rows of six
    # cents, "at least / less than", a cent a mile each. Values from memory of such tables, and worked out by hand.
    it "reads as a printed table of six-cent rows does" do
      {
        "1.199" => "0.0",
        "1.20" => "0.01",
        "1.259" => "0.01",
        "1.26" => "0.02",
        "2.50" => "0.22"
      }.each { |at, is| expect(rate(at)).to eq(is) }
      expect(rate("4.00")).to eq("0.47")
      expect(rate("5.815")).to eq("0.77")
    end

    it "agrees with that table written out row by row, at every tenth of a cent" do
      rows = (0..80).map { |row| [1_200 + (row * 60), row + 1] }
      (1_000..6_000).each do |mills|
        cents = rows.select { |least, _| least <= mills }.map(&:last).max || 0
        expect(described_class.rate(scale, BigDecimal(mills) / 1_000)).to eq(BigDecimal(cents) / 100)
      end
    end

    # (price - base) / miles a gallon: the other form in use, worked out by hand.
    it "is in proportion where it is so much a mile for each gallon" do
      by_mpg = {
        base: BigDecimal("1.25"),
        step: BigDecimal("6.5"),
        each: BigDecimal(1),
        counting: "exact",
        places: 3
      }
      expect(rate("3.85", **by_mpg)).to eq("0.4")
      expect(rate("3.862", **by_mpg)).to eq("0.402")
      expect(rate("1.25", **by_mpg)).to eq("0.0")
      expect(rate("1.00", **by_mpg)).to eq("0.0")
    end

    it "counts full steps, and percent of the line haul" do
      percent = {
        kind: "percent",
        base: BigDecimal("2.50"),
        step: BigDecimal("0.05"),
        each: BigDecimal("0.5")
      }
      expect(rate("2.549", counting: "full", **percent)).to eq("0.0")
      expect(rate("2.55", counting: "full", **percent)).to eq("0.5")
      expect(rate("3.87", counting: "full", places: 1, **percent)).to eq("13.5")
      expect(rate("3.87", counting: "begun", places: 1, **percent)).to eq("14.0")
    end

    it "rounds half a cent up, once" do
      half = { base: BigDecimal(0), step: BigDecimal(1), each: BigDecimal("0.125"), counting: "exact" }
      expect(rate("1", **half)).to eq("0.13")
      expect(rate("0.99", **half)).to eq("0.12")
    end
  end

  describe "which price and which scale hold" do
    let(:prices) do
      [price("2026-11-16", "3.60"), price("2026-11-23", "3.66"), price("2026-11-23", "4.80", region: "CA")]
    end

    def on(day, **said) = described_class.on(Date.parse(day), [scale(**said)], prices)

    it "takes the price of the week, from the day it is told" do
      expect(on("2026-11-22").price.price).to eq(BigDecimal("3.60"))
      expect(on("2026-11-23").price.price).to eq(BigDecimal("3.66"))
      expect(on("2026-11-23").lacking).to be_nil
      expect(on("2026-11-29").lacking).to be_nil
      expect(on("2026-11-23", region: "CA").rate).to eq(BigDecimal("0.61"))
    end

    it "waits the days that the scale says" do
      expect(on("2026-11-23", lag_days: 1).price.price).to eq(BigDecimal("3.60"))
      expect(on("2026-11-24", lag_days: 1).price.price).to eq(BigDecimal("3.66"))
    end

    it "names the week that is missing, and lets the last price stand in" do
      expect(on("2026-11-30")).to have_attributes(lacking: Date.new(2026, 11, 30), rate: BigDecimal("0.42"))
      expect(on("2026-12-03")).to have_attributes(lacking: Date.new(2026, 11, 30))
      expect(on("2026-11-12")).to have_attributes(lacking: Date.new(2026, 11, 9), rate: 0, price: nil)
    end

    it "takes the scale that holds on the day, and none before the first" do
      later = scale(from_on: Date.new(2026, 11, 20), base: BigDecimal("3.60"))
      scales = [later, scale]
      expect(described_class.on(Date.new(2026, 11, 19), scales, prices).rate).to eq(BigDecimal("0.41"))
      expect(described_class.on(Date.new(2026, 11, 24), scales, prices).rate).to eq(BigDecimal("0.02"))
      expect(described_class.on(Date.new(2025, 12, 31), scales, prices)).to be_nil
    end
  end
end
