# frozen_string_literal: true

require_relative "../../../config/bank_holidays"

RSpec.describe Core::Pay::Banking do
  # Federal Reserve Banks, holiday schedule for 2026, and what of 2027 falls on a weekend
  schedule = %w[
    2026-01-01
    2026-01-19
    2026-02-16
    2026-05-25
    2026-06-19
    2026-09-07
    2026-10-12
    2026-11-11
    2026-11-26
    2026-12-25
    2027-07-05
  ]
  let(:holidays) { BankHolidays.around(Date.new(2026, 11, 23)) }

  schedule.each do |text|
    it "has no banking day on #{text}" do
      expect(described_class.day?(Date.iso8601(text), BankHolidays.around(Date.iso8601(text)))).to be(false)
    end
  end

  # The Friday before a holiday on a Saturday, the Sunday of one that is kept on Monday, and days around a
  # weekend
  {
    "2026-07-03" => true,
    "2027-12-24" => true,
    "2027-07-04" => false,
    "2026-11-27" => true,
    "2026-11-28" => false
  }.each do |text, open|
    it "#{open ? "has" : "has no"} banking day on #{text}" do
      expect(described_class.day?(Date.iso8601(text), BankHolidays.around(Date.iso8601(text)))).to be(open)
    end
  end

  # From a prenote on a day until another: banking days between, Thanksgiving 2026 among them
  {
    %w[2026-11-23 2026-11-25] => 2,
    %w[2026-11-23 2026-11-26] => 2,
    %w[2026-11-23 2026-11-27] => 3,
    %w[2026-11-20 2026-11-25] => 3,
    %w[2026-11-23 2026-11-23] => 0,
    %w[2026-11-23 2026-11-20] => 0
  }.each do |(from, to), count|
    it "counts #{count} from #{from} until #{to}" do
      expect(described_class.days(Date.iso8601(from), Date.iso8601(to), holidays)).to eq(count)
    end
  end

  {
    "2026-11-25" => "2026-11-27",
    "2026-11-27" => "2026-11-30",
    "2026-12-31" => "2027-01-04"
  }.each do |from, to|
    it "goes on from #{from} with #{to}" do
      expect(described_class.next_day(Date.iso8601(from), holidays)).to eq(Date.iso8601(to))
    end
  end

  # Wednesday before Thanksgiving, Thanksgiving, the Friday after, the weekend
  {
    "2026-11-24" => "2026-11-25",
    "2026-11-25" => "2026-11-27",
    "2026-11-26" => "2026-11-27",
    "2026-11-27" => "2026-11-30",
    "2026-11-28" => "2026-11-30"
  }.each do |text, then_on|
    it "goes on on #{then_on} after #{text}" do
      expect(described_class.next_day(Date.iso8601(text), holidays)).to eq(Date.iso8601(then_on))
    end
  end
end
