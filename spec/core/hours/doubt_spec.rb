# frozen_string_literal: true

require_relative "../../../config/core"

RSpec.describe Core::Hours::Doubt do
  now = Time.utc(2026, 11, 16, 12)

  # Known since (days and seconds before now), and what is said.
  [
    [nil, "no_record"],
    [0, "record_short"],
    [(8 * 86_400) - 1, "record_short"],
    [8 * 86_400, nil],
    [90 * 86_400, nil]
  ].each do |seconds, code|
    it "says #{code || "nothing"} of a record of #{seconds || "no"} seconds" do
      expect(described_class.of(seconds && (now - seconds), now)&.code).to eq(code)
    end
  end

  it "names whose hours they are, and since when they are known" do
    expect(described_class.of(nil, now, whose: "A and B's").text).to start_with(
      "Nothing is known of A and B's hours"
    )
    expect(described_class.of(now - 86_400, now).text).to include("goes back to Sun 11/15 only")
  end

  [[nil, nil], [0, nil], [(61 * 60) - 1, nil], [61 * 60, 61], [7200, 120]].each do |seconds, minutes|
    it "says #{minutes.inspect} after #{seconds.inspect} seconds of silence" do
      expect(described_class.silent_minutes(seconds && (now - seconds), now)).to eq(minutes)
    end
  end
end
