# frozen_string_literal: true

require_relative "../../../config/hours_rules"

RSpec.describe Core::Match::Home do
  zone = TZInfo::Timezone.get("America/Boise")

  def home(at, drive_minutes, zone, rules: "us_property_70_8") =
    described_class.on(at.to_i / 60, drive_minutes, zone:, rules: HoursRules.named(rules))

  # From noon on Monday 16 November in Boise. Eleven hours at one go, then ten of rest: 49 CFR 395.3(a)(1), (3).
  noon = zone.local_time(2026, 11, 16, 12).utc
  {
    0 => 16,
    660 => 16, # 23:00
    661 => 17, # 11 h, 10 h of rest, a minute: 09:01
    719 => 17,
    1320 => 17, # 11 + 10 + 11 h: 20:00
    1321 => 18 # and 10 h more
  }.each do |minutes, day|
    it "is on the #{day}th after #{minutes} minutes of driving" do
      expect(home(noon, minutes, zone)).to eq(Date.new(2026, 11, day))
    end
  end

  it "rests as long as the driver's own rules say" do
    # Canada, south: thirteen hours of driving before a rest is asked for: SOR/2005-313, 12. By 23:01 he is home.
    expect(home(noon, 661, zone, rules: "canada_south_70_7")).to eq(Date.new(2026, 11, 16))
  end

  it "is the day of the driver's own clock, also in the night the clocks change" do
    # 23:30 on 31 October in Chicago is 04:30 UTC; two hours later it is 01:30, for the first time.
    chicago = TZInfo::Timezone.get("America/Chicago")
    evening = chicago.local_time(2026, 10, 31, 23, 30).utc
    expect([29, 31, 120].map { |minutes| home(evening, minutes, chicago).day }).to eq([31, 1, 1])
  end
end
