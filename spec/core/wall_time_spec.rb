# frozen_string_literal: true

require_relative "../../config/core"

RSpec.describe Core::WallTime do
  # IANA time zone database: Boise goes from 2:00 MST to 3:00 MDT on 8 March 2026, and from 2:00 MDT back to 1:00 on
  # 1 November; Asunción skipped midnight on 6 October 2024 (from 0:00 to 1:00); Lord Howe moves by half an hour.
  [
    ["America/Boise", "2026-11-16", 6 * 60, "2026-11-16T13:00:00Z"],
    ["America/Boise", "2026-03-08", 119, "2026-03-08T08:59:00Z"],
    ["America/Boise", "2026-03-08", 120, "2026-03-08T09:00:00Z"],
    ["America/Boise", "2026-03-08", 150, "2026-03-08T09:00:00Z"],
    ["America/Boise", "2026-03-08", 180, "2026-03-08T09:00:00Z"],
    ["America/Boise", "2026-11-01", 59, "2026-11-01T06:59:00Z"],
    ["America/Boise", "2026-11-01", 60, "2026-11-01T07:00:00Z"],
    ["America/Boise", "2026-11-01", 119, "2026-11-01T07:59:00Z"],
    ["America/Boise", "2026-11-01", 120, "2026-11-01T09:00:00Z"],
    ["America/Asuncion", "2024-10-06", 0, "2024-10-06T04:00:00Z"],
    ["Australia/Lord_Howe", "2026-10-04", 120, "2026-10-03T15:30:00Z"],
    ["Australia/Lord_Howe", "2026-10-04", 150, "2026-10-03T15:30:00Z"],
    ["UTC", "2026-11-16", 0, "2026-11-16T00:00:00Z"]
  ].each do |zone, date, minute, instant|
    it "is #{instant} when it is #{minute / 60}:#{format("%02d", minute % 60)} on #{date} in #{zone}" do
      found = described_class.instant(TZInfo::Timezone.get(zone), Date.iso8601(date), minute)
      expect(found.utc.iso8601).to eq(instant)
    end
  end

  it "agrees with every whole quarter of a year that a clock shows, read backwards" do
    zone = TZInfo::Timezone.get("America/Denver")
    first = Time.utc(2026, 1, 1, 7)
    wrong =
      (0...(365 * 96)).reject do |quarter|
        at = first + (quarter * 900)
        local = zone.to_local(at)
        found = described_class.instant(zone, local.to_date, (local.hour * 60) + local.min)
        # The second 1:00 to 1:59 of November are told as the first.
        found == at || (local.month == 11 && local.day == 1 && local.hour == 1 && found == at - 3600)
      end
    expect(wrong).to eq([])
  end
end
