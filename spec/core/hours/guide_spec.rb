# frozen_string_literal: true

require_relative "../../../config/hours_rules"

# Worked examples of FMCSA, Interstate Truck Driver's Guide to Hours of Service (2022). Their figures are from
# memory: the rules they show are those of 49 CFR 395.3 and 395.1, and each was followed by hand.
RSpec.describe "Hours beside the guide's examples" do
  def at(hour) = (TZInfo::Timezone.get("America/Denver").local_time(2026, 3, 2) + (hour * 3600)).iso8601

  # duty - [[status, hour]…]; the driver has had ten hours off before it
  def ask(duty, as_of:, rules: "us_property_70_8", exceptions: [])
    document = {
      "rules" => rules,
      "time_zone" => "America/Denver",
      "day_starts" => "00:00",
      "as_of" => at(as_of),
      "duty" => duty.map { |status, hour| { "from" => at(hour), "status" => status } },
      "exceptions" => exceptions.map { |kind, hour| { "kind" => kind, "at" => at(hour) } }
    }
    Core::Hours.clocks(Core::Hours.read(document), rules: HoursRules.named(rules)).to_h
  end

  it "14-hour limit: who comes to work at 6 a.m. must not drive after 8 p.m., and may do other work" do
    day = [["on_duty", 6], ["driving", 7], ["on_duty", 12], ["driving", 19]]
    expect(ask(day, as_of: 20)).to include(can_drive_minutes: 0, violations: [])
    expect(ask(day, as_of: 20.25)[:violations]).to contain_exactly(
      include(kind: "window_limit", from: at(20), minutes: 15)
    )
    expect(ask([*day, ["on_duty", 20]], as_of: 22)[:violations]).to be_empty
  end

  it "11-hour limit: seven hours from 7 a.m., a break of thirty minutes, and four more until 6:30 p.m." do
    day = [["on_duty", 6], ["driving", 7], ["off_duty", 14], ["driving", 14.5]]
    expect(ask(day, as_of: 18.5)).to include(can_drive_minutes: 0, violations: [], available_at: at(28.5))
    expect(ask(day, as_of: 19)[:violations]).to contain_exactly(
      include(kind: "drive_limit", from: at(18.5), minutes: 30)
    )
  end

  it "30-minute break: any thirty minutes in a row off the wheel will do, shorter ones never add up" do
    expect(ask([["driving", 6], ["on_duty", 14], ["driving", 14.5]], as_of: 15)[:violations]).to be_empty
    expect(
      ask(
        [["driving", 6], ["off_duty", 10], ["driving", 10.25], ["on_duty", 14.25], ["driving", 14.5]],
        as_of: 15
      )[
        :violations
      ]
    ).to contain_exactly(include(kind: "break_due", minutes: 30))
  end

  it "70 hours in 8 days: after 0, 10, 8, 12½, 9, 10, 12 and 5 hours there are 3½ left" do
    week =
      [10, 8, 12.5, 9, 10, 12, 5].each_with_index.flat_map do |hours, day|
        [["on_duty", (24 * day) + 6], ["off_duty", (24 * day) + 6 + hours]]
      end
    answer = ask(week, as_of: (24 * 6) + 11)
    expect(answer[:recap].map { |row| row[:on_duty_minutes] }).to eq([0, 600, 480, 750, 540, 600, 720, 300])
    expect(answer[:remaining_minutes]).to include(cycle: 210)
  end

  it "34-hour restart: hours over days begin anew" do
    week = (0..5).flat_map { |day| [["on_duty", (24 * day) + 6], ["off_duty", (24 * day) + 17]] }
    expect(ask(week, as_of: (24 * 5) + 17 + 34)[:remaining_minutes]).to include(cycle: 4200)
    expect(ask(week, as_of: (24 * 5) + 17 + 33)[:remaining_minutes]).to include(cycle: 4200 - (6 * 660))
  end

  it "adverse driving conditions: thirteen hours of driving within sixteen" do
    day = [["driving", 6], ["off_duty", 13], ["driving", 15]]
    expect(ask(day, as_of: 21, exceptions: [["adverse_driving", 16]])).to include(
      violations: [],
      can_drive_minutes: 0,
      remaining_minutes: include(drive: 0, window: 60)
    )
  end

  it "sleeper berth: eight hours there and two off, in either order, pause the fourteen hours" do
    [
      ["off_duty", 2, "sleeper", 8],
      ["sleeper", 8, "off_duty", 2],
      ["sleeper", 7, "off_duty", 3]
    ].each do |first, long, second, rest|
      day = [
        ["driving", 0],
        [first, 5],
        ["driving", 5 + long],
        [second, 11 + long],
        ["driving", 11 + long + rest]
      ]
      answer = ask(day, as_of: 16 + long + rest)
      expect(answer).to include(violations: [], remaining_minutes: include(drive: 0))
    end
  end
end
