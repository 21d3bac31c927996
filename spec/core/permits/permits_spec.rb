# frozen_string_literal: true

RSpec.describe Core::Permits do
  def axles(*rows) =
    rows.map { |weight_lb, spacing_ft| described_class::Axle.new(weight_lb:, spacing_ft: spacing_ft.to_d) }
  def found(*rows) =
    described_class
      .bridge(axles(*rows))
      .map { |one| [one.rule, one.axles, one.distance_ft, one.weight_lb, one.allowed_lb] }

  describe ".bridge_allowed_lb" do
    # FHWA's table of the bridge formula, 23 CFR 658.17(e), cells from memory: axles, feet between the outer
    # two, pounds
    {
      2 => {
        4 => 34_000,
        7 => 37_000,
        9 => 39_000,
        10 => 40_000
      },
      3 => {
        9 => 42_500,
        10 => 43_500,
        11 => 44_000,
        13 => 45_500,
        17 => 48_500,
        20 => 51_000,
        24 => 54_000,
        26 => 55_500,
        32 => 60_000
      },
      4 => {
        12 => 50_000,
        13 => 50_500,
        14 => 51_500,
        17 => 53_500,
        20 => 55_500,
        23 => 57_500,
        28 => 60_500,
        33 => 64_000,
        36 => 66_000,
        57 => 80_000
      },
      5 => {
        16 => 58_000,
        19 => 60_000,
        20 => 60_500,
        23 => 62_500,
        25 => 63_500,
        51 => 80_000
      },
      6 => {
        20 => 66_000,
        23 => 68_000,
        24 => 68_500,
        43 => 80_000
      },
      7 => {
        24 => 74_000,
        34 => 80_000
      }
    }.each do |count, cells|
      # The table prints 34,000 to 7 ft for two axles, which is the tandem's limit and not the formula's.
      cells
        .except(*(count == 2 ? [7] : []))
        .each do |distance_ft, allowed_lb|
          it("is #{allowed_lb} lb for #{count} axles over #{distance_ft} ft") do
            expect(described_class.bridge_allowed_lb(axles: count, distance_ft:)).to eq(allowed_lb)
          end
        end
    end

    it "takes a distance to the nearest foot, a half up, and none below four feet" do
      expect(
        [19.49, 19.5, 1].map { |feet| described_class.bridge_allowed_lb(axles: 3, distance_ft: feet.to_d) }
      ).to eq([50_000, 51_000, 39_000])
    end
  end

  # FHWA, "Bridge Formula Weights": its five-axle truck of 80,000 lb, from memory
  five = [[12_000, 0], [17_000, "11.5"], [17_000, 4], [17_000, "31.5"], [17_000, 4]]

  it "passes the five-axle truck of the handbook, by the exception of two tandems 36 feet apart" do
    expect(found(*five)).to eq([])
    expect(found([12_000, 0], [17_000, "11.5"], [17_000, 4], [17_000, "27.9"], [17_000, 4])).to eq(
      [["bridge", [2, 5], 36, 68_000, 66_000], ["bridge", [1, 5], 47, 80_000, 77_500]].sort_by do |row|
        row[1]
      end
    )
  end

  {
    "a single axle" => [[[20_001, 0], [10_000, 12]], [["single_axle", [1, 1], 0, 20_001, 20_000]]],
    "two axles within 40 inches, which are one" => [
      [[11_000, 0], [11_000, "3.33"]],
      [["single_axle", [1, 2], 3, 22_000, 20_000]]
    ],
    "a tandem just beyond 40 inches" => [
      [[17_000, 0], [17_001, "3.34"]],
      [["tandem", [1, 2], 3, 34_001, 34_000], ["bridge", [1, 2], 3, 34_001, 34_000]]
    ],
    "three axles within 96 inches, together and in twos" => [
      [[12_000, 0], [12_000, 4], [12_000, 4]],
      [["tandem", [1, 3], 8, 36_000, 34_000]]
    ],
    "gross" => [Array.new(8) { |i| [10_001, i.zero? ? 0 : 12] }, [["gross", [1, 8], 84, 80_008, 80_000]]]
  }.each { |what, (rows, failures)| it("finds #{what}") { expect(found(*rows)).to eq(failures) } }

  it "lets two tandems exactly 36 feet apart carry 68,000, and not a tenth less" do
    rows = ->(feet) { [[17_000, 0], [17_000, 4], [17_000, feet], [17_000, 4]] }
    expect([found(*rows.call(28)), found(*rows.call("27.9")).map { |row| row[0, 2] }]).to eq(
      [[], [["bridge", [1, 4]]]]
    )
  end

  describe ".bridge_help" do
    it "is right by computation: every help that leaves the weight as it is passes the check, and the " \
         "least is told" do
      heavy = axles([12_000, 0], [18_000, "11.5"], [18_000, 4], [15_500, "31.5"], [15_500, 4])
      helps = described_class.bridge_help(heavy)
      expect(helps.map(&:text)).to include(
        a_string_matching(/\AMove 2,000 lb from axle [23] to axle [145]/),
        a_string_starting_with("Put axle"),
        a_string_starting_with("Take off")
      )
      expect(helps.flat_map { |help| described_class.bridge(help.axles) }).to eq([])
      expect(
        helps.reject { |help| help.kind == "take_off" }.map { |help| help.axles.sum(&:weight_lb) }.uniq
      ).to eq([79_000])
      expect(described_class.bridge_help(axles(*five))).to eq([])
    end
  end

  describe ".daylight" do
    # Almanac values, from memory, good to two minutes: place, zone, date, sunrise, sunset
    [
      ["Boise", 43.6, -116.2, "America/Boise", "2026-12-21", "08:15", "17:11"],
      ["London", 51.5, -0.13, "Europe/London", "2026-06-21", "04:43", "21:21"],
      ["Sydney", -33.87, 151.21, "Australia/Sydney", "2026-12-21", "05:41", "20:05"],
      ["New York", 40.71, -74.0, "America/New_York", "2026-03-20", "06:58", "19:08"],
      ["Seattle", 47.6, -122.33, "America/Los_Angeles", "2026-12-21", "07:55", "16:20"],
      ["Anchorage", 61.2, -149.9, "America/Anchorage", "2026-06-21", "04:20", "23:42"],
      ["Quito", -0.18, -78.47, "America/Guayaquil", "2026-09-22", "06:03", "18:10"]
    ].each do |name, latitude, longitude, zone, date, *expected|
      it "is that of the almanac in #{name} on #{date}" do
        day = described_class.daylight(latitude, longitude, Date.iso8601(date), TZInfo::Timezone.get(zone))
        minutes = [day.sunrise, day.sunset].map { |time| (time.hour * 60) + time.min }
        expect(
          minutes
            .zip(expected)
            .map do |found, text|
              (found - text.split(":").map(&:to_i).then { |hour, minute| (hour * 60) + minute }).abs
            end
        ).to all(be <= 2)
      end
    end

    it "knows the midnight sun, the polar night, and the day on which the clocks change" do
      kind = ->(date) do
        described_class.daylight(70, 25, Date.iso8601(date), TZInfo::Timezone.get("Europe/Oslo")).kind
      end
      expect(%w[2026-06-21 2026-12-21 2026-03-20].map(&kind)).to eq(%w[never_sets never_rises rises_and_sets])
      day =
        described_class.daylight(43.6, -116.2, Date.new(2026, 11, 1), TZInfo::Timezone.get("America/Boise"))
      expect([day.sunrise.strftime("%H:%M%:z"), day.sunset.strftime("%H:%M%:z")]).to eq(
        %w[07:21-07:00 17:35-07:00]
      )
    end

    it "has its events around the noon of the date, whatever the zone of the clock" do
      zones = %w[America/Boise Pacific/Auckland Pacific/Honolulu UTC]
      days =
        zones.map do |zone|
          described_class.daylight(43.6, -116.2, Date.new(2026, 9, 10), TZInfo::Timezone.get(zone))
        end
      expect(days.map { |day| ((day.sunset - day.sunrise) / 3600).round }).to eq([13] * 4)
      expect(
        days
          .zip(zones)
          .map do |day, zone|
            TZInfo::Timezone.get(zone).to_local(Time.at((day.sunrise.to_i + day.sunset.to_i) / 2).utc).to_date
          end
      ).to all(eq(Date.new(2026, 9, 10)))
    end
  end
end

RSpec.describe Core::Permits, ".screen" do
  require_relative "../../../config/permit_rules"

  # The pump house of the demo on its lowboy: 14 ft wide, 15 ft 2 in high
  def vehicle(**more)
    described_class::Vehicle.new(
      width_in: 102,
      height_in: 162,
      length_in: 840,
      trailer_length_in: nil,
      front_overhang_in: 0,
      rear_overhang_in: 0,
      gross_lb: 79_000,
      axles: [],
      **more
    )
  end

  def screen(codes, miles: {}, divisible: false, **more) =
    described_class
      .screen(vehicle(**more), codes, rules: PermitRules.all, miles:, divisible:)
      .to_h { |verdict| [verdict.jurisdiction, verdict] }

  it "covers every state that the demo's carrier can reach, each value with how it is known" do
    expect(PermitRules.all.keys.sort).to eq(
      %w[AR AZ CA CO IA ID KS LA MN MO MT ND NE NM NV OK OR SD TX UT WA WY]
    )
    expect(
      PermitRules
        .all
        .values
        .flat_map do |rules|
          [*rules.legal.values, *rules.routine.values, *rules.permit.values].map(&:known_by)
        end
        .uniq
        .sort
    ).to eq(%w[demo memory published])
  end

  # 23 CFR 658.15 and 23 U.S.C. 127: 102 inches and 80,000 pounds need no permit anywhere on the Interstates
  it "asks nothing of what is legal, and never says so of a state that it does not know" do
    verdicts = screen(%w[ID WY FL])
    expect(
      verdicts.values_at("ID", "WY").map { |verdict| [verdict.needs_permit, verdict.kind, verdict.fee_cents] }
    ).to eq([[false, "none", 0]] * 2)
    expect(verdicts["FL"].to_h).to include(needs_permit: nil, kind: "not_covered", fee_cents: nil)
    expect(screen(%w[ID], width_in: 103)["ID"]).to have_attributes(needs_permit: true, kind: "oversize")
    expect(screen(%w[ID], gross_lb: 80_001)["ID"].kind).to eq("overweight")
  end

  it "says for the pump house what each state wants, which escorts, and what it costs with every figure " \
       "explained" do
    verdicts =
      screen(
        %w[MT ID OR WA],
        width_in: 168,
        height_in: 182,
        length_in: 1140,
        gross_lb: 98_000,
        miles: {
          "MT" => BigDecimal("120.5"),
          "WA" => BigDecimal("200"),
          "OR" => BigDecimal("10"),
          "ID" => BigDecimal("74")
        }
      )
    expect(verdicts.transform_values(&:kind)).to eq(
      "MT" => "oversize_overweight",
      "ID" => "oversize_overweight",
      "OR" => "superload",
      "WA" => "oversize_overweight"
    )
    expect(verdicts["OR"].review).to eq("office")
    # 10.00, 20.00 over twelve feet, 9 tons over 40 x 120.5 miles x 0.035
    expect(verdicts["MT"].fees.map(&:last)).to eq([1_000, 2_000, 3_796])
    expect(verdicts["WA"].fee_cents).to eq(1_000 + (200 * 35))
    expect(verdicts["WA"].escorts.map { |escort| escort[:why] }).to eq(
      [
        "1 in front: over 11 ft wide on two-lane roads.",
        "1 in front with a height pole: over 14 ft 6 in high."
      ]
    )
    expect(verdicts["ID"].travel_limits.first).to eq(
      "Daylight only, from 30 min before sunrise to as long after sunset."
    )
    expect(verdicts["ID"].unsure).to include("height_in").or include(:height_in)
  end

  it "gives a divisible load no overweight permit, though it may be too wide" do
    expect(screen(%w[ID], gross_lb: 90_000, divisible: true)["ID"]).to have_attributes(
      kind: "divisible",
      fee_cents: nil
    )
    expect(screen(%w[ID], width_in: 120, divisible: true)["ID"].kind).to eq("oversize")
  end

  it "finds what is too heavy by its axles, though the gross is legal" do
    rows = [[12_000, 0], [20_000, "11.5"], [20_000, 4], [13_000, "31.5"], [13_000, 4]]
    axles =
      rows.map { |weight_lb, spacing_ft| described_class::Axle.new(weight_lb:, spacing_ft: spacing_ft.to_d) }
    expect(screen(%w[ID], gross_lb: 78_000, axles:)["ID"]).to have_attributes(
      kind: "overweight",
      why: include("Axles 2 to 3: 40,000 lb, allowed are 34,000 lb.")
    )
  end

  # Fees as their sources print them, from memory: state, vehicle, miles, cents, source
  [
    ["WA", { width_in: 120 }, 300, 1_000, "RCW 46.44.0941: single trip, oversize"],
    ["WA", { gross_lb: 85_999 }, 100, 1_000 + 700, "RCW 46.44.0941: to 5,999 lb over, 7 cents a mile"],
    ["WA", { gross_lb: 86_000 }, 100, 1_000 + 1_400, "RCW 46.44.0941: from 6,000 lb over, 14 cents"],
    ["WA", { gross_lb: 98_000 }, 100, 1_000 + 3_500, "RCW 46.44.0941: from 18,000 lb over, 35 cents"],
    ["TX", { width_in: 150 }, nil, 6_000, "Transportation Code 623.076: the permit"],
    ["TX", { gross_lb: 120_000 }, nil, 6_000 + 15_000, "Transportation Code 623.077: to 120,000 lb"],
    ["TX", { gross_lb: 120_001 }, nil, 6_000 + 22_500, "Transportation Code 623.077: to 160,000 lb"],
    ["TX", { gross_lb: 200_001 }, nil, 6_000 + 37_500, "Transportation Code 623.077: over 200,000 lb"],
    ["MT", { width_in: 108 }, 50, 1_000, "MCA 61-10-124: to 9 ft"],
    ["MT", { width_in: 169 }, 50, 4_000, "MCA 61-10-124: over 14 ft"],
    ["MT", { gross_lb: 90_000 }, 100, 1_000 + (5 * 350), "MCA 61-10-125: 3.5 cents a ton and mile"],
    ["CA", { width_in: 144 }, nil, 1_600, "Caltrans: single trip"],
    ["AZ", { width_in: 144 }, nil, 1_500, "ADOT: Class A, single trip"],
    ["ID", { width_in: 144 }, 80, 2_800, "ITD: single trip"],
    ["UT", { width_in: 144 }, nil, 3_000, "UDOT: single trip, oversize"],
    ["UT", { gross_lb: 100_000 }, nil, 3_000 + 6_000, "UDOT: single trip, overweight"],
    ["NV", { width_in: 144 }, nil, 2_500, "NDOT: single trip"]
  ].each do |state, size, miles, cents, source|
    it("costs #{Core::Money.text(cents)} for #{size} in #{state} (#{source})") do
      expect(screen([state], miles: { state => miles&.to_d }.compact, **size)[state].fee_cents).to eq(cents)
    end
  end

  it "says no fee that it cannot know: a part by the mile waits for the way" do
    expect(screen(%w[WA], gross_lb: 90_000)["WA"]).to have_attributes(
      fee_cents: 1_000,
      fees: [["The permit itself", 1_000], ["0.14 a mile for 10,000 lb over", nil]]
    )
  end

  # What every state asks, whatever its values are: nothing at its own limit, a permit an inch beyond; escorts
  # from their own inch on; a superload beyond what is routine
  PermitRules.all.each_value do |rules|
    it "asks in #{rules.name} what its file says, to the inch" do
      code = rules.jurisdiction
      rules
        .legal
        .except(:gross_lb)
        .each do |name, known|
          next if known.value.nil?

          expect([0, 1].map { |more| screen([code], name => known.value + more)[code].needs_permit }).to eq(
            [false, true]
          ),
          "#{name} of #{code}"
        end
      rules.routine.each do |name, known|
        next unless known.value
        expect(
          [0, 1].map { |more| screen([code], name => known.value + more)[code].kind == "superload" }
        ).to eq([false, true]),
        "routine #{name} of #{code}"
      end
      rules.escorts.each do |escort|
        at, beyond =
          [0, 1].map do |more|
            screen([code], :width_in => 103, escort.of => escort.over + more)[code].escorts
          end
        expect(beyond.length).to be > at.length, "#{escort.of} of #{code}"
      end
    end
  end

  describe Core::Permits::Sections do
    def point(longitude, latitude = 43.62) = Core::Roads::Point.new(latitude:, longitude:)
    def leg(state, minutes, *longitudes) =
      Core::Roads::Leg.new(
        road: "I-84",
        state:,
        from: "",
        to: "",
        tenths: 0,
        minutes:,
        toll_cents: 0,
        points: longitudes.map { |longitude| point(longitude) }
      )
    def sections(*legs) =
      described_class.new(
        Core::Roads::Part.new(
          from: "",
          to: "",
          pieces: [],
          legs:,
          tenths: 0,
          minutes: legs.sum(&:minutes),
          restrictions: [],
          free: nil
        ),
        PermitRules.all
      ).all

    it "cuts a way at borders, at the bounds of a city that closes its roads, and where the sun would " \
         "stand otherwise" do
      # From Oregon past Boise, whose curfews reach 14 miles around 43.62 N 116.2 W: a degree of longitude is
      # 50 miles there.
      found =
        sections(leg("OR", 60, -117.9, -117.0), leg("ID", 100, -117.0, -115.4), leg("ID", 0, -115.4, -115.4))
      expect(found.map { |one| [one.state, one.near] }).to eq(
        [["OR", []], ["ID", []], ["ID", ["Boise"]], ["ID", []]]
      )
      expect(found.sum(&:minutes)).to eq(160)
      # 28 miles of 80 that take 100 minutes
      expect(found[2].minutes).to be_within(2).of(35)
      expect(found[1].to).to eq(found[2].from)
      expect(sections(leg("ID", 400, -117.0, -111.2)).map(&:minutes)).to all(
        be <= described_class::MOST_MINUTES
      )
    end

    it "adds up whatever the way is" do
      random = Random.new(7)
      60.times do
        at = -117.0
        legs =
          Array.new(random.rand(1..8)) do
            leg(%w[ID UT WY].sample(random:), random.rand(0..130), at, at += random.rand(0.0..1.5))
          end
        expect(sections(*legs).sum(&:minutes)).to eq(legs.sum(&:minutes))
      end
    end
  end

  describe "the windows of a way" do
    def window(state, at: "2026-11-24", near: [], latitude: 43.6, longitude: -116.2)
      zone = TZInfo::Timezone.get(PermitRules.all[state].office[:zone])
      from = zone.local_to_utc(Time.iso8601("#{at}T00:00:00Z"))
      described_class
        .travel_windows(
          [
            Core::Permits::Travel::Spot.new(
              rules: PermitRules.all[state],
              latitude:,
              longitude:,
              zone:,
              near:
            )
          ],
          [Date.new(2026, 11, 26)],
          from,
          from + 86_400
        )
        .map { |one| [one.from, one.to].map { |time| zone.to_local(time).strftime("%H:%M") } }
    end

    it "runs from before sunrise to after sunset, leaves out the hours of a city and whole holidays" do
      # Boise on 24 November, almanac from memory: sunrise 07:47, sunset 17:12
      expect(
        window("ID")
          .first
          .zip(%w[07:17 17:42])
          .map { |found, told| (Time.parse(found) - Time.parse(told)).abs }
      ).to all(be <= 180)
      expect(window("ID", near: ["Boise"])).to eq([%w[08:30 16:00]])
      expect(window("ID", at: "2026-11-26")).to eq([])
      expect(window("ID", at: "2026-11-28", near: ["Boise"]).length).to eq(1) # a Saturday: the city is open
      expect(window("ID", at: "2026-11-28", near: ["Boise"]).first.first).to be < "08:30"
    end

    it "gives no hour where the sun does not rise, and every hour where it does not set" do
      expect(window("ID", at: "2026-12-22", latitude: 71.0)).to eq([])
      expect(window("ID", at: "2026-06-21", latitude: 71.0)).to eq([%w[00:00 00:00]])
    end
  end

  describe "what nobody told" do
    # Oregon has a limit of the trailer's length and of both overhangs.
    def vehicle(**more) =
      described_class::Vehicle.new(
        width_in: 96,
        height_in: 150,
        length_in: 800,
        trailer_length_in: nil,
        front_overhang_in: 0,
        rear_overhang_in: 0,
        gross_lb: 60_000,
        axles: [],
        **more
      )
    def oregon(vehicle) = described_class.screen(vehicle, ["OR"], rules: PermitRules.all).first

    it "is not within the limits: the answer says what it cannot say" do
      expect(oregon(vehicle).why).to eq(
        [
          "Within the legal limits of Oregon as far as told: cannot say without the trailer's length, the weights and " \
            "spacings of its axles."
        ]
      )
      expect(described_class.untold(vehicle(front_overhang_in: nil), PermitRules.all["OR"])).to include(
        "the front overhang"
      )
    end

    it "is nothing where all is told" do
      axles =
        [[12_000, 0], [12_000, 14], [12_000, 30]].map do |weight_lb, feet|
          described_class::Axle.new(weight_lb:, spacing_ft: feet.to_d)
        end
      whole = vehicle(trailer_length_in: 600, gross_lb: 36_000, axles:)
      expect(described_class.untold(whole, PermitRules.all["OR"])).to be_empty
      expect(oregon(whole).why).not_to include(a_string_including("as far as told"))
    end
  end
end
