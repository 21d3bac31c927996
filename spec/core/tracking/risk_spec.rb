# frozen_string_literal: true

require_relative "../../../config/risk_weights"

RSpec.describe Core::Tracking::Risk do
  def stop(**more) =
    described_class::Stop.new(
      arrived: false,
      worked: false,
      forecast: true,
      late_minutes: 0,
      chance_percent: 0,
      spare_minutes: nil,
      ahead_minutes: 0,
      **more
    )

  # Stops in order, the verdict, and the risk of them alone. The weights are common practice.
  [
    [[{}], "on_time", 0],
    [[{ chance_percent: 24 }], "on_time", 24],
    [[{ chance_percent: 25 }], "tight", 25],
    [[{ spare_minutes: 14, ahead_minutes: 5 }], "tight", 0],
    [[{ spare_minutes: 15, ahead_minutes: 5 }], "on_time", 0],
    [[{ spare_minutes: 2, ahead_minutes: 300 }], "tight", 0],
    [[{ spare_minutes: 29, ahead_minutes: 300 }], "tight", 0],
    [[{ spare_minutes: 30, ahead_minutes: 300 }], "on_time", 0],
    [[{ arrived: true, spare_minutes: 0 }, { spare_minutes: 90, ahead_minutes: 60 }], "on_time", 0],
    [[{ late_minutes: 1, chance_percent: 90 }], "late", 91],
    [[{ late_minutes: 30 }, { late_minutes: 200, chance_percent: 40 }], "late", 240],
    [[{ arrived: true, late_minutes: 300, chance_percent: 80 }, {}], "on_time", 0],
    [[{ forecast: false }], "unknown", 0],
    [[{ arrived: true }, { forecast: false }], "unknown", 0],
    [[{ arrived: true }, { forecast: false, worked: true }], "on_time", 0],
    [[{ late_minutes: nil, chance_percent: nil }], "on_time", 0],
    [[], "on_time", 0]
  ].each do |stops, verdict, risk|
    it "finds #{stops} #{verdict}, at a risk of #{risk}" do
      read = stops.map { |one| stop(**one) }
      expect(described_class.verdict(read, RiskWeights.all)).to eq(verdict)
      expect(described_class.of(read, RiskWeights.all, silent: false, findings: 0)).to eq(risk)
    end
  end

  it "adds 60 for a trip that is not heard of, and 15 for each finding" do
    expect(described_class.of([stop(late_minutes: 10)], RiskWeights.all, silent: true, findings: 2)).to eq(
      100
    )
  end

  it "calls a trip silent after more than the company's minutes, or never heard" do
    now = Time.utc(2026, 11, 23, 15)
    silent =
      [nil, now - 5401, now - 5400].map { |at| described_class.silent?(at, as_of: now, after_minutes: 90) }
    expect(silent).to eq([true, true, false])
  end
end
