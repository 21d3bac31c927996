# frozen_string_literal: true

require_relative "../../config/core"

RSpec.describe Core::Money do
  # Dollars, and whole cents: half away from zero.
  {
    "0" => 0,
    "1.004" => 100,
    "1.005" => 101,
    "1.0049999" => 100,
    "-1.005" => -101,
    "-1.004" => -100,
    "1850" => 185_000
  }.each do |dollars, cents|
    it "takes #{dollars} for #{cents} cents, whatever number it is" do
      numbers = [BigDecimal(dollars), Rational(dollars)]
      expect(
        [*numbers.map { |number| described_class.cents(number) }, described_class.parse_cents(dollars)]
      ).to eq([cents] * 3)
    end
  end

  it "takes whole dollars that are an Integer" do
    expect(described_class.cents(12)).to eq(1200)
  end

  it "cuts toward zero where a law limits" do
    expect(%w[1.009 -1.009 1.01].map { |dollars| described_class.cents_cut(Rational(dollars)) }).to eq(
      [100, -100, 101]
    )
  end

  {
    0 => "0.00",
    5 => "0.05",
    -5 => "-0.05",
    185_000 => "1850.00",
    -123_456 => "-1234.56"
  }.each do |cents, text|
    it "writes #{cents} cents as #{text}, and reads it again" do
      expect([described_class.text(cents), described_class.parse_cents(text)]).to eq([text, cents])
    end
  end

  it "writes dollars of the database, and nothing where there is nothing" do
    expect([BigDecimal("1850.5"), nil].map { |dollars| described_class.dollars_text(dollars) }).to eq(
      ["1850.50", nil]
    )
  end

  # A rate, decimals at least, and its text without needless zeros.
  [
    ["0.58", 2, "0.58"],
    ["0.5", 2, "0.50"],
    ["0.585", 2, "0.585"],
    ["0.5850", 2, "0.585"],
    ["3", 2, "3.00"],
    ["612", 1, "612.0"],
    ["612.34", 1, "612.34"],
    ["100", 0, "100"],
    ["100.50", 0, "100.5"],
    ["1000000", 0, "1000000"],
    ["0", 2, "0.00"],
    ["-0.5", 2, "-0.50"],
    ["10.10", 1, "10.1"]
  ].each do |rate, places, text|
    it "writes #{rate} with #{places} decimals at least as #{text}" do
      expect(described_class.rate_text(BigDecimal(rate), places:)).to eq(text)
    end
  end

  it "writes two decimals where nothing is said, and whole numbers too" do
    expect([described_class.rate_text(BigDecimal("1.5")), described_class.rate_text(7)]).to eq(%w[1.50 7.00])
  end

  # Parts add up, the leftover cents on the first.
  {
    [100, 1] => [100],
    [100, 3] => [34, 33, 33],
    [101, 3] => [34, 34, 33],
    [2, 3] => [1, 1, 0],
    [0, 2] => [0, 0]
  }.each do |(total, parts), each|
    it "splits #{total} in #{parts} as #{each}" do
      expect(described_class.installments(total, parts)).to eq(each)
    end
  end

  it "is exact for computing" do
    expect([described_class.exact(1) * 3, described_class.to_d(185_050)]).to eq(
      [Rational(3, 100), BigDecimal("1850.50")]
    )
  end
end
