# frozen_string_literal: true

require_relative "../../../config/core"

RSpec.describe Core::Pay::EscrowInterest do
  # The fourth quarter of 2026 has 92 days; a year of interest 365. 49 CFR 376.12(k)(5): at least quarterly, on the
  # average balance.
  def of(changes, percent: "4")
    moved = changes.map { |text, cents| [Date.iso8601(text), cents] }
    found = described_class.of(moved, quarter_from: Date.new(2026, 10, 1), percent: BigDecimal(percent))
    [found.average_cents, found.cents]
  end

  {
    # Held all the quarter: 1,000.00 x 4 % x 92 / 365 = 10.0822.
    { "2026-01-01" => 100_000 } => [100_000, 1008],
    # From its first day on is all the quarter; from its last, one day of 92.
    { "2026-10-01" => 100_000 } => [100_000, 1008],
    { "2026-12-31" => 100_000 } => [1087, 11],
    # Half of it taken out on 16 November: 46 days of 1,000.00 and 46 of 500.00, 750.00 on average.
    { "2026-01-01" => 100_000, "2026-11-16" => -50_000 } => [75_000, 756],
    # Nothing yet, and nothing any more.
    { "2027-01-01" => 100_000 } => [0, 0],
    { "2026-01-01" => 100_000, "2026-09-30" => -100_000 } => [0, 0],
    {} => [0, 0]
  }.each do |changes, (average_cents, cents)|
    it "is #{cents} cents on #{average_cents} for #{changes}" do
      expect(of(changes)).to eq([average_cents, cents])
    end
  end

  it "is never below nothing" do
    expect(of({ "2026-01-01" => -100_000 }).last).to eq(0)
  end
end
