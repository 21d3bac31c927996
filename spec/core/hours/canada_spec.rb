# frozen_string_literal: true

require_relative "../../../config/hours_rules"

# SOR/2005-313, Commercial Vehicle Drivers Hours of Service Regulations, south of latitude 60 degrees; its
# lengths are from memory.
RSpec.describe "Hours by the rules of Canada" do
  def at(hour) = (TZInfo::Timezone.get("America/Edmonton").local_time(2026, 11, 16) + (hour * 3600)).iso8601

  def document(duty, as_of:, rules: "canada_south_70_7", exceptions: [])
    {
      "rules" => rules,
      "time_zone" => "America/Edmonton",
      "day_starts" => "00:00",
      "as_of" => at(as_of),
      "duty" => duty.map { |status, hour| { "from" => at(hour), "status" => status } },
      "exceptions" => exceptions.map { |kind, hour| { "kind" => kind, "at" => at(hour) } }
    }
  end

  def ask(...)
    asked = document(...)
    Core::Hours.clocks(Core::Hours.read(asked), rules: HoursRules.named(asked["rules"])).to_h
  end

  def broken(...) = ask(...)[:violations].map { |violation| violation.values_at(:kind, :minutes) }

  {
    "12(1) and 13(1): thirteen hours of driving, with no break asked for" => [
      [["driving", 5], ["off_duty", 18.5]],
      19,
      [["day_drive_limit", 30], ["drive_limit", 30]]
    ],
    "12(1): thirteen hours a day, eight hours of rest between or not" => [
      [["driving", 0], ["off_duty", 7], ["driving", 15], ["off_duty", 21.5]],
      22,
      [["day_drive_limit", 30]]
    ],
    "12(2), 13(2), 14: no driving after fourteen hours on duty" => [
      [["on_duty", 4], ["driving", 8], ["off_duty", 18.25]],
      19,
      [["daily_rest", 15], ["day_duty_limit", 15], ["duty_limit", 15]]
    ],
    "13(3): no driving after sixteen hours since the last eight of rest" => [
      [
        ["driving", 4],
        ["off_duty", 8],
        ["driving", 13],
        ["on_duty", 17],
        ["off_duty", 18],
        ["driving", 19.5],
        ["off_duty", 20.25]
      ],
      21,
      [["window_limit", 15]]
    ],
    "13: eight hours of rest begin a new shift" => [
      [["driving", -6], ["off_duty", 2], ["driving", 10], ["off_duty", 18]],
      19,
      []
    ],
    "14: blocks of rest of under thirty minutes are none" => [
      [
        ["driving", 6],
        *(7..18).flat_map { |hour| [["off_duty", hour], ["driving", hour + (2 / 5r)]] },
        ["off_duty", 20.5]
      ],
      21,
      [["daily_rest", 30]]
    ],
    "18: two spells in the sleeper of ten hours together stand still in the sixteen" => [
      [["driving", 0], ["sleeper", 6], ["driving", 11], ["sleeper", 18], ["driving", 23], ["off_duty", 24]],
      24,
      [["day_drive_limit", 60]]
    ],
    "18: off duty outside the sleeper does not make up the ten" => [
      [["driving", 0], ["sleeper", 6], ["driving", 11], ["off_duty", 17], ["driving", 22], ["off_duty", 23]],
      24,
      [["window_limit", 60], ["window_limit", 60]]
    ]
  }.each do |what, (duty, as_of, expected)|
    it("holds #{what}") { expect(broken(duty, as_of:)).to eq(expected) }
  end

  it "adds two hours of driving where conditions turn adverse, 76(2), and knows no other exception" do
    expect(
      broken([["driving", 4], ["off_duty", 19]], as_of: 20, exceptions: [["adverse_driving", 10]]).map(
        &:first
      )
    ).to eq(%w[day_duty_limit duty_limit])
    expect { ask([["driving", 4]], as_of: 6, exceptions: [["short_haul", 5]]) }.to raise_error(
      Refused
    ) { |refused| expect([refused.code, refused.path]).to eq(%w[exception_not_in_rules /exceptions]) }
  end

  it "counts cycles of 70 hours in 7 days and 120 in 14, anew after 36 and 72 hours of rest, 26 to 28" do
    # Ten hours a day
    week = ->(days) do
      (0...days).flat_map { |day| [["on_duty", (24 * day) + 6], ["off_duty", (24 * day) + 16]] }
    end
    expect(ask(week.call(7), as_of: (24 * 6) + 17)[:remaining_minutes]).to include(cycle: 0)
    expect(ask(week.call(7), as_of: (24 * 6) + 16 + 36)[:remaining_minutes]).to include(cycle: 4200)
    second = ask(week.call(7), as_of: (24 * 6) + 16 + 36, rules: "canada_south_120_14")
    expect(second[:remaining_minutes]).to include(cycle: 3000, without_day_off: 4200)
    expect(
      ask(
        [*week.call(7), ["driving", (24 * 7) + 6], ["off_duty", (24 * 7) + 7]],
        as_of: (24 * 7) + 8,
        rules: "canada_south_120_14"
      )[
        :violations
      ]
    ).to contain_exactly(include(kind: "without_day_off", minutes: 60))
  end

  it "wants a day off in every fourteen, 25" do
    weeks = (0..13).flat_map { |day| [["driving", (24 * day) + 6], ["off_duty", (24 * day) + 8]] }
    expect(ask(weeks, as_of: (24 * 13) + 9)[:violations]).to contain_exactly(
      include(kind: "day_off_due", minutes: 120, rule: "SOR/2005-313 25")
    )
    expect(ask(weeks, as_of: (24 * 13) + 9)[:available_at]).to eq(at((24 * 14) + 8))
  end

  it "plans so that no rule is broken, whatever the record" do
    random = Random.new(313)
    12.times do
      rules = %w[canada_south_70_7 canada_south_120_14].sample(random:)
      duty =
        (-random.rand(0..6)..-1).flat_map do |day|
          [
            ["on_duty", 5],
            ["driving", 6],
            ["off_duty", 11],
            ["driving", 12],
            ["off_duty", 17 + random.rand(0..2)]
          ].map { |status, hour| [status, (24 * day) + hour] }
        end
      stops =
        Array.new(random.rand(1..3)) do |i|
          {
            "name" => i.to_s,
            "drive_minutes" => random.rand(0..900),
            "service_minutes" => random.rand(0..120),
            **(random.rand < 0.5 ? { "opens" => at(8 + (i * 12)) } : {})
          }
        end
      asked = document(duty, as_of: 6, rules:).merge("trip" => { "stops" => stops })
      plan =
        Core::Hours.plan(
          Core::Hours.read(asked),
          Core::Hours.read_trip(asked),
          rules: HoursRules.named(rules)
        ).to_h
      expect(plan).to include(verdict: "fits")
      expect(
        plan[:schedule].sum do |row|
          row[:status] == "driving" ? (Time.iso8601(row[:to]) - Time.iso8601(row[:from])) / 60 : 0
        end
      ).to eq(stops.sum { |stop| stop["drive_minutes"] })
      whole = document(duty, as_of: 6, rules:).merge("as_of" => plan[:finish_at])
      whole["duty"] += plan[:schedule].map { |row| { "from" => row[:from], "status" => row[:status] } }
      expect(
        Core::Hours
          .clocks(Core::Hours.read(whole), rules: HoursRules.named(rules))
          .violations
          .select { |violation| violation.to > Core::Hours.read(asked).as_of }
      ).to be_empty
    end
  end
end
