# frozen_string_literal: true

require_relative "../../../config/core"

RSpec.describe Core::Tracking::Asking do
  boise = TZInfo::Timezone.get("America/Boise")
  local = ->(day, hour, minute = 0, month: 11) { boise.local_time(2026, month, day, hour, minute).utc }

  define_method(:asking) do |quiet: [0, 0], every: 120, from: local.call(16, 8), to: nil|
    described_class.new(
      described_class::Plan.new(
        every_minutes: every,
        from:,
        to:,
        quiet_from: quiet[0] * 60,
        quiet_to: quiet[1] * 60
      ),
      boise
    )
  end

  it "begins with the schedule, and asks then every so often after it last asked or heard" do
    expect(asking.next_after(nil)).to eq(local.call(16, 8))
    expect(asking.next_after(local.call(16, 9))).to eq(local.call(16, 11))
    expect(asking.next_after(local.call(16, 3))).to eq(local.call(16, 8))
  end

  it "is over after its end, and not at it" do
    plan = asking(to: local.call(16, 12))
    expect([plan.next_after(local.call(16, 10)), plan.next_after(local.call(16, 10, 1))]).to eq(
      [local.call(16, 12), nil]
    )
  end

  # Quiet from 22 to 6, and from 1 to 5: the local time it would be, and is.
  [
    [[22, 6], [16, 21, 59], [16, 21, 59]],
    [[22, 6], [16, 22, 0], [17, 6, 0]],
    [[22, 6], [16, 23, 30], [17, 6, 0]],
    [[22, 6], [17, 0, 0], [17, 6, 0]],
    [[22, 6], [17, 5, 59], [17, 6, 0]],
    [[22, 6], [17, 6, 0], [17, 6, 0]],
    [[1, 5], [17, 0, 59], [17, 0, 59]],
    [[1, 5], [17, 1, 0], [17, 5, 0]],
    [[1, 5], [17, 4, 59], [17, 5, 0]],
    [[1, 5], [17, 5, 0], [17, 5, 0]],
    [[5, 5], [17, 5, 0], [17, 5, 0]]
  ].each do |quiet, at, then_at|
    it "is #{then_at} for #{at}, quiet from #{quiet.join(" to ")}" do
      expect(asking(quiet:).after_quiet(local.call(*at))).to eq(local.call(*then_at))
    end
  end

  it "is held back past the end where the quiet hours reach beyond it" do
    expect(asking(quiet: [22, 6], to: local.call(17, 2)).next_after(local.call(16, 21))).to be_nil
  end

  # Clocks in Boise: forward at 2:00 on 8 March 2026, to 3:00; back at 2:00 on 1 November, to 1:00.
  it "ends quiet hours that end in the hour which is skipped at the first minute after it" do
    [[22, 2], [0, 2]].each do |quiet|
      expect(asking(quiet:).after_quiet(Time.utc(2026, 3, 8, 8))).to eq(Time.utc(2026, 3, 8, 9))
    end
  end

  it "ends quiet hours that end in the hour which comes twice when it comes first" do
    expect(asking(quiet: [22, 1]).after_quiet(Time.utc(2026, 11, 1, 5))).to eq(Time.utc(2026, 11, 1, 7))
  end
end
