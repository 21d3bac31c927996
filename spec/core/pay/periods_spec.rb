# frozen_string_literal: true

require_relative "../../../config/core"

RSpec.describe Core::Pay::Periods do
  def day(text) = Date.iso8601(text)
  def texts(days) = days.map(&:iso8601)

  # The period that begins on a day: the calendar, by hand.
  [
    %w[weekly 2026-11-08 2026-11-14],
    %w[biweekly 2026-11-08 2026-11-21],
    %w[semimonthly 2026-02-01 2026-02-15],
    %w[semimonthly 2026-02-16 2026-02-28],
    %w[semimonthly 2028-02-16 2028-02-29],
    %w[monthly 2026-04-01 2026-04-30],
    %w[monthly 2026-12-01 2026-12-31]
  ].each do |frequency, from, to|
    it "ends a #{frequency} period from #{from} on #{to}" do
      expect(texts(described_class.beginning(day(from), frequency))).to eq([from, to])
    end
  end

  # Where there was none before: weeks from Sunday.
  [
    %w[weekly 2026-11-08 2026-11-08 2026-11-14],
    %w[weekly 2026-11-14 2026-11-08 2026-11-14],
    %w[biweekly 2026-11-11 2026-11-08 2026-11-21],
    %w[semimonthly 2026-11-15 2026-11-01 2026-11-15],
    %w[semimonthly 2026-11-16 2026-11-16 2026-11-30],
    %w[monthly 2026-11-16 2026-11-01 2026-11-30]
  ].each do |frequency, held, from, to|
    it "holds #{held} in #{from} to #{to}, #{frequency}" do
      expect(texts(described_class.holding(day(held), frequency))).to eq([from, to])
    end
  end

  # So many periods later, each in one of its own.
  [
    ["weekly", "2026-11-10", 2, "2026-11-24"],
    ["biweekly", "2026-11-10", 2, "2026-12-08"],
    ["monthly", "2026-01-31", 1, "2026-02-28"],
    ["monthly", "2026-11-10", 3, "2027-02-10"],
    ["semimonthly", "2026-11-15", 0, "2026-11-01"],
    ["semimonthly", "2026-11-15", 1, "2026-11-16"],
    ["semimonthly", "2026-11-16", 1, "2026-12-01"],
    ["semimonthly", "2026-12-16", 1, "2027-01-01"],
    ["semimonthly", "2026-12-31", 4, "2027-02-16"]
  ].each do |frequency, date, count, later|
    it "is #{later}, #{count} #{frequency} periods after #{date}" do
      expect(described_class.periods_later(day(date), count, frequency)).to eq(day(later))
    end
  end

  # A month's 100.00 over the periods that end in it: to the cent, the leftover on the first ones.
  {
    # Weeks that end on 7, 14, 21 and 28 November.
    %w[weekly 2026-11-01 2026-11-07] => 2500,
    # Five that end in October: 3, 10, 17, 24, 31.
    %w[weekly 2026-09-27 2026-10-03] => 2000,
    %w[biweekly 2026-11-01 2026-11-14] => 5000,
    # Three that end in a month of 31 days: 1, 15 and 29 May.
    %w[biweekly 2026-04-18 2026-05-01] => 3334,
    %w[biweekly 2026-05-02 2026-05-15] => 3333,
    %w[biweekly 2026-05-16 2026-05-29] => 3333,
    %w[semimonthly 2026-02-01 2026-02-15] => 5000,
    %w[semimonthly 2026-02-16 2026-02-28] => 5000,
    # A period that ends on neither half's day bears the whole.
    %w[semimonthly 2026-02-05 2026-02-20] => 10_000,
    %w[monthly 2026-02-01 2026-02-28] => 10_000
  }.each do |(frequency, from, to), cents|
    it "bears #{cents} of a month's 100.00 from #{from} to #{to}, #{frequency}" do
      period = Core::Pay::Terms::Period.new(from: day(from), to: day(to), frequency:)
      expect(described_class.share_cents(10_000, period)).to eq(cents)
    end
  end
end
