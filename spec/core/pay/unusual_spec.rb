# frozen_string_literal: true

require_relative "../../../config/core"

RSpec.describe Core::Pay::Unusual do
  period =
    Core::Pay::Terms::Period.new(from: Date.new(2026, 11, 8), to: Date.new(2026, 11, 14), frequency: "weekly")
  plain =
    described_class::Facts.new(
      pay_cents: 50_000,
      usual_cents: 50_000,
      miles: BigDecimal(600),
      odometer_miles: BigDecimal(600),
      rate_from: Date.new(2026, 1, 1),
      period:,
      loads_before: [],
      dwell_minutes: [60, 120]
    )

  # What is changed of a plain trip => the beginning of each sentence, at both sides of each bound.
  {
    {} => [],
    { pay_cents: 100_000 } => [],
    {
      pay_cents: 100_001
    } => ["It pays 1000.01, more than twice what a trip of this driver usually does (500.00)."],
    { pay_cents: 1_000_000, usual_cents: nil } => [],
    { pay_cents: 1, usual_cents: 0 } => [],
    { odometer_miles: nil } => [],
    # Ten percent of 600 is 60 miles, and more than 25.
    { odometer_miles: BigDecimal(660) } => [],
    { odometer_miles: BigDecimal(661) } => ["The odometer says 661 miles, the way 600."],
    { odometer_miles: BigDecimal(539) } => ["The odometer says 539 miles, the way 600."],
    # Ten percent of 100 is less than 25 miles: those are let.
    { miles: BigDecimal(100), odometer_miles: BigDecimal(125) } => [],
    {
      miles: BigDecimal(100),
      odometer_miles: BigDecimal(126)
    } => ["The odometer says 126 miles, the way 100."],
    { rate_from: Date.new(2026, 11, 8) } => [],
    { rate_from: Date.new(2026, 11, 9) } => ["Its rate is new since 2026-11-09."],
    { rate_from: Date.new(2026, 11, 14) } => ["Its rate is new since 2026-11-14."],
    { rate_from: Date.new(2026, 11, 15) } => [],
    { rate_from: nil } => [],
    {
      loads_before: %w[L1 L2]
    } => [
      "Load L1 was paid to this driver on another trip.",
      "Load L2 was paid to this driver on another trip."
    ],
    { dwell_minutes: [480, 0] } => [],
    { dwell_minutes: [481, 605] } => ["8 h 1 min at one stop.", "10 h 5 min at one stop."]
  }.each do |changed, sentences|
    it "says #{sentences.length} of #{changed.empty? ? "a plain trip" : changed.inspect}" do
      expect(described_class.of(plain.with(**changed))).to eq(sentences)
    end
  end
end
