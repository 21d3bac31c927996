# frozen_string_literal: true

require_relative "../../config/core"

RSpec.describe Core::Attention::Stake do
  def stake(**data) = described_class.read(data.transform_values(&:to_s).merge(by: data[:by].to_s))
  def dollars(stake, hours_left: nil, minutes: 0, worth: 0, days_left: 0) =
    stake.dollars(hours_left:, minutes:, worth: BigDecimal(worth), days_left:)

  # By nearness: the load's dollars times so many hours over the hours left, at least some; 0 where not said.
  [
    [{ hours: 4, at_least_hours: 1 }, { hours_left: 8, worth: 1000 }, 500],
    [{ hours: 4, at_least_hours: 1 }, { hours_left: 1, worth: 1000 }, 4000],
    [{ hours: 4, at_least_hours: 1 }, { hours_left: Rational(1, 2), worth: 1000 }, 4000],
    [{ hours: 4, at_least_hours: 1 }, { hours_left: -3, worth: 1000 }, 4000],
    [{ hours: 4, at_least_hours: 1, unknown_hours: 16 }, { worth: 1000 }, 250],
    [{ hours: 4, at_least_hours: 1, dollars: 300 }, { hours_left: 2, worth: 1000 }, 600],
    [{ hours: 4, at_least_hours: 1, base: 50 }, { hours_left: 8, worth: 1000 }, 550],
    [{ hours: 1, at_least_hours: 1 }, { hours_left: 3, worth: 1000 }, 333]
  ].each do |data, facts, expected|
    it "is #{expected} by nearness for #{facts} with #{data}" do
      expect(dollars(stake(by: "nearness", **data), **facts)).to eq(expected)
    end
  end

  # By how long it lasts: dollars an hour, and a part in a thousand of the load's.
  [
    [{ hourly: 60 }, { minutes: 90 }, 90],
    [{ hourly: 60 }, { minutes: 0 }, 0],
    [{ hourly: 60, base: 10 }, { minutes: 60 }, 70],
    [{ per_mille: 5 }, { minutes: 120, worth: 2000 }, 20],
    [{ hourly: 60, per_mille: 5 }, { minutes: 60, worth: 2000 }, 70]
  ].each do |data, facts, expected|
    it "is #{expected} by how long it lasts for #{facts} with #{data}" do
      expect(dollars(stake(by: "lasting", **data), **facts)).to eq(expected)
    end
  end

  # By the days until it is over, cut.
  { 0 => 900, 1 => 450, 2 => 300, 6 => 128 }.each do |days_left, expected|
    it "is #{expected} with #{days_left} days to renew" do
      expect(dollars(stake(by: "renewal", dollars: 900), days_left:)).to eq(expected)
    end
  end

  it "is what it is where it is fixed" do
    expect(dollars(stake(by: "fixed", base: 75), hours_left: 1, minutes: 600, worth: 9000)).to eq(75)
  end
end
