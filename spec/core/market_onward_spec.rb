# frozen_string_literal: true

require_relative "../../config/core"

RSpec.describe Core::Market::Onward do
  def around(a_day, net_cents, own = 0) = described_class::Around.new(a_day:, net_cents:, own:)
  def worth(around) = described_class.worth(around, around(24, 400_00), cost_per_day_cents: 120_00)

  # By hand: two a day are taken of 24, so half a day is waited, 60 dollars; each place leaves what its postings do,
  # shrunk to the usual by 8.
  it "is nothing for the usual place" do
    usual = worth(around(24, 400_00))
    expect([usual.worth_cents, usual.wait_minutes, usual.net_cents]).to eq([0, 720, 400_00])
  end

  it "counts the days that a dead end is waited in, two at most" do
    dead = worth(around(0, 0))
    expect([dead.worth_cents, dead.wait_minutes]).to eq([-180_00, 2880])
    # Twelve a day: one of them is taken, after a day.
    expect(worth(around(12, 400_00)).then { |one| [one.worth_cents, one.wait_minutes] }).to eq([-60_00, 1440])
  end

  it "is taken in by a single dear posting only so far" do
    # (1 × 4,000 + 8 × 400) / 9 = 800 dollars; one in twelve days: two days are waited at most.
    expect(worth(around(1, 4_000_00)).worth_cents).to eq(400_00 - 180_00)
  end

  it "knows our own loads as ones that nobody else takes" do
    expect(worth(around(0, 0, 2)).then { |one| [one.worth_cents, one.wait_minutes] }).to eq([0, 720])
  end

  # By hand: ten postings of 500 dollars and 200 miles each, 50 empty ones before each, at a dollar a mile: 250 are left.
  it "leaves what postings pay less their miles and the usual empty ones" do
    sums = { rate_cents: 5_000_00, tenths: 20_000, own: 1, cents_per_tenth: 10r }
    expect(described_class.around(postings: 10, **sums).to_h).to eq(a_day: 10, net_cents: 250_00, own: 1)
    expect(described_class.around(postings: 0, **sums).net_cents).to eq(0)
  end

  it "has a usual place of several, of the dear ones by how much they post" do
    usual = described_class.usual([around(30, 500_00), around(10, 100_00), around(0, 0)])
    expect([usual.a_day, usual.net_cents]).to eq([Rational(40, 3), 400_00])
    expect(described_class.usual([]).a_day).to eq(0)
  end
end
