# frozen_string_literal: true

require_relative "../../../config/core"

RSpec.describe Core::Tracking::Detention do
  eight = Time.utc(2026, 11, 16, 8)

  define_method(:claim) do |stays_seconds, opens_at: nil, free_minutes: 120, step_minutes: 15, hourly: "40"|
    described_class.claim(
      arrived_at: eight,
      opens_at:,
      ends_at: eight + stays_seconds,
      free_minutes:,
      step_minutes:,
      hourly: BigDecimal(hourly)
    )
  end

  # Seconds at the dock, two hours free, 40.00 an hour by whole quarters: minutes and cents.
  {
    0 => [0, 0],
    7200 => [0, 0],
    7259 => [0, 0],
    7260 => [1, 0],
    8099 => [14, 0],
    8100 => [15, 1000],
    8999 => [29, 1000],
    9000 => [30, 2000],
    10_800 => [60, 4000]
  }.each do |seconds, (minutes, cents)|
    it "is #{minutes} minutes and #{cents} cents after #{seconds} seconds" do
      found = claim(seconds)
      expect([found.minutes, found.cents, found.starts_at]).to eq([minutes, cents, eight + 7200])
    end
  end

  it "begins with the appointment for who came early, and with the arrival for who came late" do
    expect(
      [claim(10_800, opens_at: eight + 3600).minutes, claim(10_800, opens_at: eight - 3600).minutes]
    ).to eq([0, 60])
  end

  # Begun hours are free, half hours and minutes are not: 7200 seconds are free.
  it "counts by the steps that the customer has agreed to" do
    cents = ->(step_minutes, minutes) { claim(7200 + (minutes * 60), step_minutes:).cents }
    expect([cents.call(60, 59), cents.call(60, 60), cents.call(60, 119)]).to eq([0, 4000, 4000])
    expect([cents.call(30, 29), cents.call(30, 30)]).to eq([0, 2000])
    expect([cents.call(1, 1), cents.call(1, 59)]).to eq([67, 3933]) # 40.00 / 60, and 59 of them
  end

  it "rounds the money once, half up" do
    # A quarter of 33.33 is 8.3325.
    expect(claim(8100, hourly: "33.33").cents).to eq(833)
    expect(claim(8100, hourly: "33.34").cents).to eq(834)
  end
end
