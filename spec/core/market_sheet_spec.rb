# frozen_string_literal: true

require_relative "../../config/core"

RSpec.describe Core::Market::PostedSheet do
  zone = TZInfo::Timezone.get("America/Boise")

  {
    "11/24/2026" => Time.utc(2026, 11, 24, 7),
    "2026-11-24T14:05:00" => Time.utc(2026, 11, 24, 21, 5),
    "11/24/2026 12:00 am" => Time.utc(2026, 11, 24, 7),
    "11/24/2026 12:30 PM" => Time.utc(2026, 11, 24, 19, 30),
    # The first of the hour that comes twice, and the moment after the one that is skipped.
    "11/1/2026 1:30" => Time.utc(2026, 11, 1, 7, 30),
    "3/8/2026 2:30" => Time.utc(2026, 3, 8, 9)
  }.each do |text, at|
    it("reads #{text} on the clock there") { expect(described_class.instant(text, zone)).to eq(at) }
  end

  ["soon", "11/24/2026 24:00", "11/24/2026 13:00 pm", "11/24/2026 9:60", "9:00"].each do |text|
    it("makes nothing of #{text}") { expect(described_class.instant(text, zone)).to be_nil }
  end

  it "says what of a row's times cannot be" do
    now = Time.utc(2026, 11, 23, 14)
    said = ->(from, upto, by) do
      times =
        { pickup_from: from, pickup_to: upto, deliver_by: by }.transform_values do |hour|
          hour && (now + (hour * 3600))
        end
      described_class.disorder(**times, now:).map(&:first)
    end
    expect(
      [[1, 2, 3], [1, 1, nil], [2, 1, nil], [-2, 0, nil], [1, 2, 1], [nil, nil, 1]].map do |hours|
        said.call(*hours)
      end
    ).to eq([[], [], [:pickup_to], [:pickup_to], [:deliver_by], []])
  end
end
