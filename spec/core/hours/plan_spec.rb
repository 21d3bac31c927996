# frozen_string_literal: true

require_relative "../../../config/hours_rules"

RSpec.describe Core::Hours, ".plan" do
  let(:rules) { HoursRules.named("us_property_70_8") }

  # Hours of Monday 16 November 2026 in Boise.
  def at(hour) = (TZInfo::Timezone.get("America/Boise").local_time(2026, 11, 16) + (hour * 3600)).iso8601

  # stops - [name, drive minutes, service minutes, opens, closes], in hours of the day
  def ask(stops, duty: [], as_of: 6, windows: {}, possible_for: nil, **options)
    rows =
      stops.map do |name, drive, service, opens, closes|
        {
          "name" => name,
          "drive_minutes" => drive,
          "service_minutes" => service,
          "opens" => opens && at(opens),
          "closes" => closes && at(closes)
        }.compact
      end
    windows.each do |i, list|
      rows[i]["drive_windows"] = list.map { |from, to| { "from" => at(from), "to" => at(to) } }
    end
    document = {
      "rules" => "us_property_70_8",
      "time_zone" => "America/Boise",
      "day_starts" => "00:00",
      "as_of" => at(as_of),
      "duty" => duty.map { |status, hour| { "from" => at(hour), "status" => status } },
      "trip" => {
        "stops" => rows
      },
      "options" => options.transform_keys(&:to_s)
    }
    question = described_class.read(document)
    not_before = possible_for && (question.as_of - possible_for)
    described_class.plan(question, described_class.read_trip(document), rules:, not_before:).to_h
  end

  def hours(answer) =
    answer[:schedule].map do |row|
      [row[:status], ((Time.iso8601(row[:to]) - Time.iso8601(row[:from])) / 60).to_i]
    end

  # 49 CFR 395.3(a): the lengths of the regulation's own text
  it "interrupts after eight hours of driving, and rests ten after eleven" do
    answer = ask([["Elko", 0, 30], ["Fargo", 1320, 60]])
    expect(hours(answer)).to eq(
      [
        ["on_duty", 30],
        ["driving", 480],
        ["off_duty", 30],
        ["driving", 180],
        ["off_duty", 600],
        ["driving", 480],
        ["off_duty", 30],
        ["driving", 180],
        ["on_duty", 60]
      ]
    )
    expect(answer).to include(verdict: "fits", late_minutes: 0, finish_at: at(40.5))
  end

  it "sets out just in time, so that the window is not spent on waiting" do
    expect(hours(ask([["Elko", 120, 60, 18], ["Reno", 480, 30, nil, 31]]))).to eq(
      [["off_duty", 600], ["driving", 120], ["on_duty", 60], ["driving", 480], ["on_duty", 30]]
    )
  end

  # Rested ten hours at the dock, and a stop that opens long after he can be there.
  it "drives on, and waits where he is to be, so that what is to spare is all there is" do
    stops = [["Elko", 0, 75, 10, 12], ["Reno", 397, 60, 21, 24]]
    answer = ask(stops, as_of: 7)
    expect(hours(answer)).to eq(
      [["off_duty", 180], ["on_duty", 75], ["driving", 397], ["off_duty", 188], ["on_duty", 60]]
    )
    expect(answer[:reasons].first[:text]).to include("Fits, with 5 h to spare at Elko")

    # No longer rest than the law asks for, before a stop that opens on the morning after.
    rested = hours(ask([["Ely", 700, 60, 36, 40]]))
    expect(rested).to eq(
      [
        ["driving", 480],
        ["off_duty", 30],
        ["driving", 180],
        ["off_duty", 600],
        ["driving", 40],
        ["off_duty", 470],
        ["on_duty", 60]
      ]
    )
  end

  it "waits as asked, rests while waiting is long enough, and serves past the fourteenth hour" do
    stops = [["Elko", 60, 60, nil, nil], ["Reno", 60, 240, 19, nil]]
    expect(hours(ask(stops, waiting_status: "on_duty", duty: [["on_duty", 5]]))).to eq(
      [["driving", 60], ["on_duty", 60], ["driving", 60], ["on_duty", 840]]
    )
    expect(hours(ask([*stops, ["Ely", 30, 0]], duty: [["on_duty", 5]]))).to eq(
      [
        ["driving", 60],
        ["on_duty", 60],
        ["driving", 60],
        ["off_duty", 600],
        ["on_duty", 240],
        ["driving", 30]
      ]
    )
  end

  # 49 CFR 395.1(g)(1)(ii): seven hours in the sleeper and three more are ten
  it "splits a rest only where it may, and gains by it" do
    stops = [["Elko", 300, 60, nil, nil], ["Reno", 240, 60, 23, 24], ["Ely", 240, 30, nil, 31]]
    whole = ask(stops)
    split = ask(stops, split_rest: true)
    expect(whole).to include(verdict: "late", late_minutes: 120)
    expect(whole[:reasons].map { |reason| reason[:code] }).to include("late", "split_rest")
    expect(hours(split)).to eq(
      [
        ["driving", 300],
        ["on_duty", 60],
        ["driving", 240],
        ["sleeper", 420],
        ["on_duty", 60],
        ["driving", 120],
        ["sleeper", 180],
        ["driving", 120],
        ["on_duty", 30]
      ]
    )
  end

  it "counts as sleeper of a rest under way only what was spent there" do
    duty = [["on_duty", -12], ["sleeper", -5], ["on_duty", -1], ["off_duty", 4]]
    # Four hours in the sleeper, and two off duty so far: seven in the sleeper are not over at eleven, but at
    # thirteen.
    expect(hours(ask([["Elko", 300, 0]], duty:, split_rest: true, waiting_status: "sleeper")).first(2)).to eq(
      [["sleeper", 420], ["driving", 300]]
    )
  end

  it "drives within windows only, and says when there is no way" do
    expect(hours(ask([["Elko", 180, 0]], windows: { 0 => [[7, 9], [31, 33]] }))).to eq(
      [["off_duty", 60], ["driving", 120], ["off_duty", 22 * 60], ["driving", 60]]
    )
    expect(ask([["Elko", 180, 0]], windows: { 0 => [] })).to include(
      verdict: "impossible",
      finish_at: nil,
      late_minutes: nil,
      stops: [],
      schedule: []
    )
    expect(ask([["Elko", 15_000, 0]])).to include(verdict: "impossible")
  end

  # The driver of the next example would have to set out 580 minutes earlier.
  { 580 => true, 579 => false }.each do |minutes, said|
    it "#{said ? "advises" : "does not advise"} to set out earlier where that was possible for #{minutes} minutes" do
      stops = [["Elko", 300, 30, nil, nil], ["Ogden", 400, 30, nil, 18.5]]
      answer = ask(stops, duty: [["on_duty", 5.5]], possible_for: minutes)
      expect(answer[:reasons].any? { |reason| reason[:code] == "start_earlier" }).to be(said)
    end
  end

  it "says where hours run out, by how much the next stop is missed, and what would help" do
    answer = ask([["Elko", 300, 30, nil, nil], ["Ogden", 400, 30, nil, 18.5]], duty: [["on_duty", 5.5]])
    expect(answer[:reasons].to_h { |reason| reason.values_at(:code, :text) }).to match(
      "late" => "Misses Ogden by 9 h 40 min: service begins Tue 11/17 4:10.",
      "hours_run_out" =>
        "At Mon 11/16 17:30 the 11 h of driving are used up, 40 min short of Ogden: 10 h of rest (49 CFR " \
          "395.3(a)(3)(i)).",
      "start_earlier" => "It fits when the driver is under way 9 h 40 min earlier.",
      "relay" => a_string_starting_with("A relay at Elko makes it fit")
    )
  end

  {
    {
      "closes" => "2026-11-16T05:00:00-07:00",
      "opens" => "2026-11-16T06:00:00-07:00"
    } => %w[closes_before_opening /trip/stops/0/closes],
    {
      "drive_windows" => [{ "from" => "2026-11-16T08:00:00-07:00", "to" => "2026-11-16T06:00:00-07:00" }]
    } => %w[window_ends_before_start /trip/stops/0/drive_windows/0/to]
  }.each do |change, (code, path)|
    it "refuses #{code}" do
      document = {
        "trip" => {
          "stops" => [{ "name" => "Elko", "drive_minutes" => 10, "service_minutes" => 0 }.merge(change)]
        }
      }
      expect { described_class.read_trip(document) }.to raise_error(Refused) { |refused|
        expect([refused.code, refused.path]).to eq([code, path])
      }
    end
  end

  # Days, rules and trips small enough to try everything: a unit stands for about two hours, a day has twelve.
  describe "beside an exhaustive search" do
    small_days =
      Struct.new(:units) do
        def start(day) = day * units
        def day_of(instant) = instant.div(units)
      end

    def small_rules(cycle)
      limits =
        [
          ["drive_limit", "drive", 5, "driving", "shift"],
          ["window_limit", "window", 7, "elapsed", "shift"]
        ].map { |row| %i[kind name minutes counts within].zip(row).to_h }
      described_class.rules(
        "small",
        {
          shift_rest_minutes: 5,
          split: {
            sleeper_minutes: 3,
            least_minutes: 2,
            together_minutes: 5,
            source: ""
          },
          exceptions: [],
          limits: [
            *limits,
            {
              kind: "break_due",
              name: "break",
              minutes: 3,
              counts: "driving",
              within: "interruption",
              interruption_minutes: 1
            },
            {
              kind: "cycle_limit",
              name: "cycle",
              minutes: cycle,
              counts: "on_duty",
              within: "days",
              days: 3,
              restart_minutes: 8
            }
          ]
        }
      )
    end

    def small_record(random, days, split)
      statuses = split ? %w[driving on_duty off_duty sleeper] : %w[driving on_duty off_duty]
      units = Array.new(random.rand(0..10)) { random.rand < 0.5 ? statuses.sample(random:) : nil }
      last = "off_duty"
      units.map! { |status| last = status || last }
      described_class::Question.new(
        rules: "small",
        as_of: 100,
        status: last,
        stretches: runs(units, 100 - units.length),
        exceptions: [],
        days:
      )
    end

    def runs(units, from) =
      units
        .each_index
        .chunk_while { |a, b| units[a] == units[b] }
        .map do |run|
          described_class::Stretch.new(
            status: units[run.first],
            from: from + run.first,
            to: from + run.last + 1
          )
        end

    def small_trip(random, split)
      instant = 100
      stops =
        Array.new(random.rand(1..3)) do |i|
          drive, service = random.rand < 0.15 ? 0 : random.rand(0..4), random.rand(0..2)
          instant += drive + service + random.rand(0..4)
          opens = random.rand < 0.6 ? instant + random.rand(-3..5) : nil
          window = 100 + random.rand(0..3)
          windows =
            (
              if random.rand < 0.15
                Array.new(4) { [window += random.rand(1..7), window += random.rand(1..4)] }
              end
            )
          described_class::TripStop.new(
            name: i.to_s,
            drive_minutes: drive,
            service_minutes: service,
            opens:,
            closes: random.rand < 0.6 ? (opens || instant) + random.rand(0..3) : nil,
            drive_windows: windows
          )
        end
      described_class::Trip.new(stops:, split_rest: split, waiting_status: "off_duty")
    end

    # The same ways in two parts, each with windows of its own, as the planners see them.
    def in_parts(random, trip)
      parted =
        trip.stops.map do |stop|
          from = 100 + random.rand(0..2)
          parts =
            random
              .rand(0..stop.drive_minutes)
              .then { |one| [one, stop.drive_minutes - one] }
              .map do |minutes|
                described_class::Sections::Section.new(
                  minutes:,
                  windows:
                    (
                      if random.rand < 0.4
                        Array.new(3) { [from += random.rand(0..4), from += random.rand(1..5)] }
                      end
                    )
                )
              end
          random.rand < 0.6 ? stop.with(sections: parts, drive_windows: nil) : stop
        end
      described_class::Sections.new(trip.with(stops: parted)).trip
    end

    def legal?(question, rules, units)
      stretches =
        [*question.stretches, *runs(units, 100)].chunk_while { |one, other| one.status == other.status }
          .map { |run| run.first.with(to: run.last.to) }
      reading = described_class::Reading.new(rules, stretches, 100 + units.length, [], question.days)
      described_class::Violations
        .new(rules, reading, question.days)
        .all
        .none? { |violation| violation.to > 100 }
    end

    # Every schedule of so many units, the best legal one: [lateness, end], or nil.
    everything =
      Struct.new(:trip, :most, :idle, :legal, :best) do
        def search(stop = 0, left = trip.stops.first.drive_minutes, late = 0, units = [])
          here = trip.stops[stop]
          instant = 100 + units.length
          ends =
            instant + left + trip.stops.drop(stop).sum(&:service_minutes) +
              trip.stops.drop(stop + 1).sum(&:drive_minutes)
          return best if ends > 100 + most || (best && ([late, ends] <=> best) >= 0)

          if left.positive?
            if drivable?(here, instant) && units.last(3) != ["driving"] * 3
              search(stop, left - 1, late, [*units, "driving"])
            end
          elsif here.opens.nil? || here.opens <= instant
            serve(stop, here, late + [instant - (here.closes || instant), 0].max, units)
          end
          search(stop, left, late, [*units, idle])
        end

        def drivable?(here, instant) =
          here.drive_windows.nil? || here.drive_windows.any? { |from, to| instant >= from && instant < to }

        def serve(stop, here, late, units)
          units += ["on_duty"] * here.service_minutes
          if stop + 1 < trip.stops.length
            return search(stop + 1, trip.stops[stop + 1].drive_minutes, late, units)
          end

          found = [late, 100 + units.length]
          self.best = found if (best.nil? || (found <=> best).negative?) && units.length <= most &&
            legal.call(units)
        end
      end

    [false, true].product([999, 8], [false, true])
      .each do |split, cycle, parts|
        it "is as good as the best of all schedules, #{split ? "split" : "whole"} rests, #{cycle} in " \
             "three days#{", through parts with windows of their own" if parts}" do
          random = Random.new(1_000 + cycle)
          rules = small_rules(cycle)
          60.times do |turn|
            question = small_record(random, small_days.new(12), split)
            trip = small_trip(random, split)
            trip = in_parts(random, trip) if parts
            planner = described_class::Planner.new(question, trip, rules)
            best = planner.best
            plain =
              everything.new(
                trip,
                14,
                split ? "sleeper" : "off_duty",
                ->(units) { legal?(question, rules, units) }
              )
            plain.search
            units = best ? planner.record(best).first.flat_map { |piece| [piece.status] * piece.minutes } : []
            expect(legal?(question, rules, units)).to be(true),
            "trip #{turn} breaks a rule: #{units.join(" ")}"
            # What ends after the search's last unit is beyond comparison, unless it should have been better.
            if best && best.at > 114
              next(
                expect(plain.best.nil? || ([best.late, best.at] <=> plain.best).negative?).to(
                  be(true),
                  "trip #{turn}"
                )
              )
            end

            expect(best && [best.late, best.at]).to eq(plain.best),
            "trip #{turn}: #{trip.inspect} after #{question.stretches.inspect}"
          end
        end
      end
  end

  it "waits at a border until the next state lets it go on, and tells of the trip's own stops alone" do
    hour = ->(time) { Time.iso8601("2026-11-16T#{time}:00-07:00").to_i / 60 }
    section = described_class::Sections::Section
    sections = [
      section.new(minutes: 60, windows: nil),
      section.new(
        minutes: 90,
        windows: [[hour.call("09:00"), hour.call("10:00")], [hour.call("12:00"), hour.call("15:00")]]
      )
    ]
    stop =
      described_class::TripStop.new(
        name: "Elko",
        drive_minutes: 150,
        service_minutes: 15,
        opens: nil,
        closes: hour.call("14:00"),
        drive_windows: nil,
        sections:
      )
    question =
      described_class::Question.new(
        rules: "us_property_70_8",
        as_of: hour.call("07:00"),
        status: "off_duty",
        stretches: [],
        exceptions: [],
        days: described_class::Days.new(TZInfo::Timezone.get("America/Boise"), 0, 0)
      )
    plan =
      described_class.plan(
        question,
        described_class::Trip.new(
          stops: [stop, stop.with(name: "Wells", drive_minutes: 0, sections: nil)],
          split_rest: false,
          waiting_status: "off_duty"
        ),
        rules:
      )
    # An hour before nine is not enough for what is left after the border: sixty minutes of it, and thirty
    # from noon on.
    expect(
      plan.visits.map do |visit|
        described_class::Days.new(TZInfo::Timezone.get("America/Boise"), 0, 0).iso(visit.arrive_at)[11, 5]
      end
    ).to eq(%w[12:30 12:45])
    expect(plan.pieces.map(&:stop).uniq).to eq([0, 1])
    expect(plan.pieces.each_cons(2)).to all(
      satisfy { |one, other| one.to == other.from && [one.status, one.stop] != [other.status, other.stop] }
    )
    # Of a way begun already the last parts are left
    expect(described_class::Sections.of(sections, 100).map(&:minutes)).to eq([10, 90])
    expect(described_class::Sections.first(sections, 100).map(&:minutes)).to eq([60, 40])
  end

  it "breaks no rule on trips of any kind, leaves no gap, and is never worse for splitting" do
    random = Random.new(395)
    40.times do
      days = random.rand(0..7)
      duty =
        (-days..-1).flat_map do |day|
          [
            ["on_duty", 5],
            ["driving", 5.5],
            ["on_duty", 12],
            ["off_duty", 13],
            ["driving", 14],
            ["sleeper", 18 + random.rand(0..2)]
          ].map { |status, hour| [status, (24 * day) + hour] }
        end
      hour = 6
      stops =
        Array.new(random.rand(1..4)) do |i|
          drive = random.rand(0..700)
          opens = hour += drive / 40
          [
            i.to_s,
            drive,
            random.rand(0..120),
            random.rand < 0.7 ? opens : nil,
            random.rand < 0.7 ? opens + random.rand(0..5) : nil
          ]
        end
      answers =
        [
          [false, "off_duty"],
          [false, "on_duty"],
          [true, "off_duty"],
          [true, "sleeper"]
        ].map { |split_rest, waiting_status| ask(stops, duty:, split_rest:, waiting_status:) }
      answers.each do |answer|
        schedule = answer[:schedule]
        expect(schedule.each_cons(2).all? { |one, other| one[:to] == other[:from] }).to be(true)
        entries =
          [
            *duty.map { |status, from| [at(from), status] },
            *schedule.map { |row| row.values_at(:from, :status) }
          ].map { |from, status| { "from" => from, "status" => status } }
        document = {
          "rules" => "us_property_70_8",
          "time_zone" => "America/Boise",
          "day_starts" => "00:00",
          "as_of" => answer[:finish_at],
          "duty" => entries
        }
        broken =
          described_class.clocks(described_class.read(document), rules:).to_h[
            :violations
          ].select { |violation| Time.iso8601(violation[:to]) > Time.iso8601(at(6)) }
        expect(broken).to be_empty, "#{stops.inspect} after #{days} days: #{broken.inspect}"
      end
      expect(
        answers.values_at(2, 0).map { |answer| answer.values_at(:late_minutes, :finish_at) }.reduce(:<=>)
      ).to be <= 0
    end
  end

  # 49 CFR 395.1(g)(1): of a team, one drives while the other is in the sleeper
  it "lets a team roll on without a stop, each within his own hours" do
    document = {
      "rules" => "us_property_70_8",
      "time_zone" => "America/Boise",
      "day_starts" => "00:00",
      "as_of" => at(6),
      "duty" => [{ "from" => at(5), "status" => "on_duty" }],
      "trip" => {
        "stops" => [
          { "name" => "Elko", "drive_minutes" => 0, "service_minutes" => 60 },
          { "name" => "Fargo", "drive_minutes" => 2400, "service_minutes" => 60 }
        ]
      }
    }
    one, other = [document, document.merge("duty" => [])].map { |asked| described_class.read(asked) }
    answer = described_class.plan(one, described_class.read_trip(document), rules:, partner: other).to_h
    expect(answer).to include(verdict: "fits", finish_at: at(6 + 1 + 40 + 1))
    both = answer.values_at(:schedule, :partner_schedule)
    expect(
      both.sum do |rows|
        rows.sum do |row|
          row[:status] == "driving" ? (Time.iso8601(row[:to]) - Time.iso8601(row[:from])) / 60 : 0
        end
      end
    ).to eq(2400)
    both.zip([document["duty"], []]) do |rows, duty|
      whole =
        document.except("trip").merge(
          "as_of" => answer[:finish_at],
          "duty" => duty + rows.map { |row| { "from" => row[:from], "status" => row[:status] } }
        )
      expect(described_class.clocks(described_class.read(whole), rules:).violations).to be_empty
    end
  end

  it "calls at a glance late only what no plan makes, and fitting only what a plan does" do
    random = Random.new(300)
    looks =
      Array.new(150) do
        duty =
          (-random.rand(0..8)..-1).flat_map do |day|
            [
              ["on_duty", 5],
              ["driving", 5.5],
              ["off_duty", 12],
              ["driving", 12.5],
              ["sleeper", 17 + random.rand(0..2)]
            ].map { |status, hour| [status, (24 * day) + hour] }
          end
        hour = 6
        rows =
          Array.new(random.rand(1..3)) do |i|
            drive = random.rand(0..900)
            opens = (hour += drive / 45)
            {
              "name" => i.to_s,
              "drive_minutes" => drive,
              "service_minutes" => random.rand(0..90),
              "opens" => at(opens),
              "closes" => at(opens + random.rand(0..9))
            }
          end
        document = {
          "rules" => "us_property_70_8",
          "time_zone" => "America/Boise",
          "day_starts" => "00:00",
          "as_of" => at(6),
          "duty" => duty.map { |status, from| { "from" => at(from), "status" => status } },
          "trip" => {
            "stops" => rows
          },
          "options" => {
            "split_rest" => random.rand < 0.5
          }
        }
        question, trip = described_class.read(document), described_class.read_trip(document)
        look = described_class.glance(question, rules:).at(trip)
        plan = described_class.plan(question, trip, rules:, advice: false)
        expect(plan.verdict).to eq(look.verdict), document.inspect if look.verdict
        expect(plan.late_minutes).to be >= look.late_minutes if plan.late_minutes
        expect(plan.finish_at).to be <= look.finish_at if look.finish_at
        look.verdict
      end
    expect(looks.tally.values_at("fits", "late").min).to be > 20
  end
end
