# frozen_string_literal: true

require_relative "../../../config/core"

RSpec.describe Core::Tracking::Dwell do
  # Stays in minutes, and their median.
  {
    [] => nil,
    [60, 90] => nil,
    [90, 30, 60] => 60,
    [10, 20, 31, 40] => 26, # 25.5, half up
    [500, 10, 20, 30, 40] => 30
  }.each do |stays, usual|
    it "takes #{stays} for #{usual.inspect}" do
      expect(described_class.usual(stays)).to eq(usual)
    end
  end

  # One stop before, planned for 60 minutes, with stays of 60, 60, 60, 75 and 120: 0, 0, 0, 15 and 60 too long.
  { -1 => 100, 0 => 40, 14 => 40, 15 => 20, 59 => 20, 60 => 0 }.each do |slack_minutes, percent|
    it "is late in #{percent}% with #{slack_minutes} minutes to spare behind one stop" do
      expect(described_class.chance_late([[[60, 60, 60, 75, 120], 60]], slack_minutes)).to eq(percent)
    end
  end

  it "adds up what several stops take too long" do
    # Each 0 or 60 too long, three and two in five: both 4 in 25, one of them 12 in 25.
    stop = [[60, 60, 60, 120, 120], 60]
    expect([119, 60, 59, 0].map { |slack| described_class.chance_late([stop, stop], slack) }).to eq(
      [16, 16, 64, 64]
    )
  end

  it "counts what goes quicker than planned too" do
    quick = [[30, 30, 30, 30, 60], 60]
    expect([-31, -30, -1, 0].map { |slack| described_class.chance_late([quick], slack) }).to eq(
      [100, 20, 20, 0]
    )
  end

  it "says nothing where a stop has fewer than five stays" do
    few = [[60, 60, 60, 60], 60]
    enough = [[60, 60, 60, 60, 60], 60]
    expect([[few], [enough, few], [enough]].map { |before| described_class.chance_late(before, 0) }).to eq(
      [nil, nil, 0]
    )
  end

  it "is late or not, for certain, with no stop before" do
    expect([described_class.chance_late([], -1), described_class.chance_late([], 0)]).to eq([100, 0])
  end

  it "is never likelier with more to spare, and agrees with trying every pair of stays" do
    random = Random.new(7)
    20.times do
      stops = Array.new(2) { [Array.new(6) { random.rand(4..30) * 5 }, random.rand(8..20) * 5] }
      chances = (-60..120).step(5).map { |slack| described_class.chance_late(stops, slack) }
      pairs = stops[0][0].product(stops[1][0]).map { |a, b| a - stops[0][1] + b - stops[1][1] }
      plain = (-60..120).step(5).map { |slack| (Rational(pairs.count { |sum| sum > slack }, 36) * 100).round }
      expect(chances).to eq(plain)
    end
  end
end
