# frozen_string_literal: true

require_relative "../../../config/hours_rules"

RSpec.describe Core::Hours, ".clocks" do
  # Hours of a day in Boise: [["on_duty", 6], ["driving", 6.5], …] until as_of, on consecutive days beyond 24.
  def ask(
    duty,
    as_of:,
    rules: "us_property_70_8",
    exceptions: [],
    zone: "America/Boise",
    day_starts: "00:00",
    day: "2026-11-16"
  )
    at = ->(hour) do
      (TZInfo::Timezone.get(zone).local_time(*day.split("-").map(&:to_i)) + (hour * 3600)).iso8601
    end
    document = {
      "rules" => rules,
      "time_zone" => zone,
      "day_starts" => day_starts,
      "as_of" => at.call(as_of),
      "duty" => duty.map { |status, hour| { "from" => at.call(hour), "status" => status } },
      "exceptions" => exceptions.map { |kind, hour| { "kind" => kind, "at" => at.call(hour) } }
    }
    question = described_class.read(document)
    described_class.clocks(question, rules: HoursRules.named(rules)).to_h
  end

  def broken(...) = ask(...)[:violations].map { |violation| violation.values_at(:kind, :minutes) }
  # Minutes past each limit, all stretches together.
  def past(...) = broken(...).group_by(&:first).map { |kind, rows| [kind, rows.sum(&:last)] }
  def left(...) = ask(...)[:remaining_minutes].values_at(:drive, :window, :break, :cycle)

  # Each by the paragraph it names; the lengths are those of the regulation's own text.
  {
    "395.3(a)(3)(i): eleven hours of driving, then ten off" => [
      [
        ["driving", 6],
        ["off_duty", 10],
        ["driving", 10.5],
        ["off_duty", 14],
        ["driving", 14.5],
        ["off_duty", 18.5]
      ],
      19,
      [["drive_limit", 30]]
    ],
    "395.3(a)(2): no driving after the fourteenth hour, breaks included" => [
      [["on_duty", 6], ["driving", 7], ["off_duty", 11], ["driving", 19], ["off_duty", 21]],
      21,
      [["window_limit", 60]]
    ],
    "395.3(a)(2): other work after the fourteenth hour is allowed" => [
      [["driving", 6], ["off_duty", 10], ["on_duty", 18], ["off_duty", 23]],
      23,
      []
    ],
    "395.3(a)(3)(ii): eight hours of driving without thirty minutes off the wheel" => [
      [["driving", 6], ["off_duty", 14.25]],
      15,
      [["break_due", 15]]
    ],
    "395.3(a)(3)(ii): on-duty work is an interruption too" => [
      [["driving", 6], ["on_duty", 13], ["driving", 13.5], ["off_duty", 17]],
      17,
      []
    ],
    "395.3(a)(3)(ii): twenty-nine minutes are none" => [
      [["driving", 6], ["on_duty", 13], ["driving", 13 + (29 / 60r)], ["off_duty", 15]],
      15,
      [["break_due", 31]]
    ],
    "a yard move is work, not driving" => [
      [["driving", 6], ["yard_move", 13.5], ["driving", 14.25], ["off_duty", 17.75]],
      18,
      []
    ],
    "395.1(g)(1)(ii): seven in the sleeper and three off stand still in the window" => [
      [["driving", 6], ["sleeper", 11], ["driving", 18], ["off_duty", 22], ["driving", 25], ["off_duty", 29]],
      29,
      []
    ],
    "395.1(g)(1)(ii): two off first, then eight in the sleeper" => [
      [["driving", 6], ["off_duty", 11], ["driving", 13], ["sleeper", 19], ["driving", 27], ["off_duty", 31]],
      31,
      []
    ],
    "395.1(g)(1)(ii): six in the sleeper and four off pair with nothing" => [
      [["driving", 6], ["sleeper", 11], ["driving", 17], ["off_duty", 20], ["driving", 24], ["off_duty", 25]],
      25,
      [["window_limit", 60]]
    ],
    "395.1(g)(1)(ii): driving counts from the end of the first rest" => [
      [
        ["driving", 6],
        ["sleeper", 11],
        ["driving", 18],
        ["off_duty", 23],
        ["driving", 26],
        ["on_duty", 31],
        ["driving", 31.5],
        ["off_duty", 33.5]
      ],
      34,
      [["drive_limit", 60]]
    ]
  }.each do |what, (duty, as_of, expected)|
    it("holds #{what}") { expect(broken(duty, as_of:)).to eq(expected) }
  end

  # 395.1(b)(1), 395.1(o), 395.1(e): what each adds, to the shift that holds its time and to no other
  day = [
    ["on_duty", 5],
    ["driving", 6],
    ["on_duty", 13.5],
    ["driving", 14],
    ["off_duty", 18],
    ["driving", 19],
    ["off_duty", 20.5]
  ]
  {
    [] => [["drive_limit", 120], ["window_limit", 90]],
    [["adverse_driving", 10]] => [],
    [["sixteen_hour", 10]] => [["drive_limit", 120]],
    [["adverse_driving", 10], ["adverse_driving", 11], ["sixteen_hour", 10]] => [],
    [["adverse_driving", 3]] => [["drive_limit", 120], ["window_limit", 90]],
    [["adverse_driving", 23]] => [["drive_limit", 120], ["window_limit", 90]]
  }.each do |exceptions, expected|
    it("with #{exceptions.inspect} finds #{expected.inspect}") do
      expect(past(day, as_of: 21, exceptions:)).to eq(expected)
    end
  end

  it "lifts the break for short haul, and says so with null" do
    answer = ask([["driving", 6], ["off_duty", 15]], as_of: 15, exceptions: [["short_haul", 7]])
    expect(answer).to include(violations: [], remaining_minutes: include(break: nil), can_drive_minutes: 120)
  end

  # FMCSA, Interstate Truck Driver's Guide to Hours of Service, on the 70-hour limit: hours of eight days add
  # up, and the oldest drop off; the figures are our own.
  it "counts 70 hours in 8 days, gives back the oldest at midnight, and all after 34 hours" do
    # Ten hours on each of seven days
    week = (0..6).flat_map { |i| [["on_duty", (24 * i) + 6], ["off_duty", (24 * i) + 16]] }
    expect(left(week, as_of: (24 * 6) + 17)).to eq([660, 180, 480, 0]) # seventy hours on the seventh evening
    # The first day drops out on the ninth
    expect(ask(week, as_of: (24 * 6) + 17)[:available_at]).to eq("2026-11-24T00:00:00-07:00")
    expect(broken([*week, ["driving", (24 * 7) + 6]], as_of: (24 * 7) + 7)).to eq([["cycle_limit", 60]])
    expect(left(week, as_of: (24 * 6) + 16 + 34).last).to eq(4200)
    expect(ask(week, as_of: (24 * 6) + 17)[:recap].map { |row| row[:on_duty_minutes] }).to eq([0, *[600] * 7])
    expect(ask(week, as_of: (24 * 6) + 17, rules: "us_property_60_7")[:recap].length).to eq(7)
    # On the eighth day the hours of the first still count; with the ninth they come back. By sixty in seven
    # they do a day before.
    expect(ask(week, as_of: (24 * 6) + 17)[:comes_back]).to eq(
      [{ at: "2026-11-23T00:00:00-07:00", minutes: 0 }, { at: "2026-11-24T00:00:00-07:00", minutes: 600 }]
    )
    expect(
      ask(week, as_of: (24 * 6) + 17, rules: "us_property_60_7")[:comes_back].map { |row| row[:minutes] }
    ).to eq([600, 600])
    expect(ask(week, as_of: (24 * 6) + 17)[:available_by]).to eq("day")
    expect(
      ask(
        [*week, ["on_duty", 24 * 7], ["off_duty", (24 * 7) + 20]],
        as_of: (24 * 7) + 21,
        rules: "us_property_60_7"
      )
    ).to include(available_by: "restart")
  end

  it "says when the driver may drive again, and by which rest" do
    expect(ask([["driving", 6]], as_of: 14)).to include(
      available_at: "2026-11-16T14:30:00-07:00",
      available_by: "break"
    )
    expect(ask([["driving", 6], ["off_duty", 11], ["driving", 12], ["on_duty", 18]], as_of: 19)).to include(
      available_at: "2026-11-17T05:00:00-07:00",
      available_by: "rest"
    )
    expect(ask([["driving", 6], ["sleeper", 11], ["driving", 18], ["off_duty", 24]], as_of: 24.5)).to include(
      available_at: "2026-11-17T03:00:00-07:00",
      available_by: "split"
    ) # three hours pair with seven
    expect(ask([["driving", 6]], as_of: 8)).to include(
      available_at: "2026-11-16T08:00:00-07:00",
      available_by: nil
    )
  end

  it "says what completing a pair would give, in the sleeper where seven hours of it are missing" do
    expect(
      ask([["driving", 6], ["off_duty", 11], ["driving", 14], ["on_duty", 18]], as_of: 19)[:if_paired]
    ).to eq(rest_minutes: 420, remaining_minutes: { drive: 420, window: 540, break: 480, cycle: 3600 })
    expect(
      ask([["driving", 6], ["sleeper", 11], ["driving", 18], ["off_duty", 22]], as_of: 23)[:if_paired]
    ).to include(rest_minutes: 120, remaining_minutes: include(drive: 420, window: 600))
    expect(ask([["driving", 6], ["off_duty", 11]], as_of: 14)[:if_paired]).to be_nil
  end

  # The night of 1 November 2026 has 25 hours in Boise, that of 8 March 23; 49 CFR 395.2 counts a day from the
  # home terminal's own time.
  it "has days of 25 and 23 hours where the clocks change, and counts real minutes" do
    expect(ask([["on_duty", 0], ["off_duty", 25]], as_of: 25, day: "2026-11-01")[:recap].last(2)).to eq(
      [{ date: "2026-11-01", on_duty_minutes: 1500 }, { date: "2026-11-02", on_duty_minutes: 0 }]
    )
    expect(ask([["on_duty", 0], ["off_duty", 24]], as_of: 24, day: "2026-03-08")[:recap].last(2)).to eq(
      [{ date: "2026-03-08", on_duty_minutes: 1380 }, { date: "2026-03-09", on_duty_minutes: 60 }]
    )
    days = ->(time) { described_class::Days.new(TZInfo::Timezone.get("America/Boise"), *time) }
    expect(
      days.call([2, 30]).then { |one| one.iso(one.start((Date.new(2026, 3, 8) - Date.new(1970, 1, 1)).to_i)) }
    ).to eq("2026-03-08T03:00:00-06:00")
    expect(
      days
        .call([1, 30])
        .then { |one| one.iso(one.start((Date.new(2026, 11, 1) - Date.new(1970, 1, 1)).to_i)) }
    ).to eq("2026-11-01T01:30:00-06:00")
  end

  # A plain reading of the same rules, block by block, on random records.
  describe "beside a plain search" do
    block = 15
    oracle =
      Class.new do
        def initialize(blocks) = (@blocks = blocks) && (@rests = rests)
        def rest?(status) = %w[off_duty sleeper personal_use].include?(status)
        def duty?(status) = %w[driving on_duty yard_move].include?(status)

        def rests
          runs =
            @blocks
              .each_index
              .chunk_while { |a, b| rest?(@blocks[a]) == rest?(@blocks[b]) }
              .select { |run| rest?(@blocks[run.first]) }
          runs.map do |run|
            asleep =
              run
                .slice_when { |a, b| @blocks[a] != @blocks[b] }
                .select { |part| @blocks[part.first] == "sleeper" }
                .map(&:length)
                .max || 0
            { from: run.first, to: run.last + 1, length: run.first.zero? ? 9_999 : run.length, asleep: }
          end
        end

        # [start of the shift, its rests of two hours and more with the one that closes it]
        def shift(at)
          long = @rests.select { |rest| rest[:length] >= 40 }
          start = long.select { |rest| rest[:to] <= at }.map { |rest| rest[:to] }.max || 0
          closing = long.find { |rest| rest[:from] >= at && rest[:from] > start }
          [
            start,
            @rests.select do |rest|
              rest[:from] > start && rest[:length] >= 8 && (closing.nil? || rest[:from] <= closing[:from])
            end,
            closing
          ]
        end

        def pairs(rests)
          rests
            .each_index
            .with_object([]) do |j, pairs|
              (0...j).reverse_each do |i|
                good =
                  pairs.none? { |first, _| first == i } && rests[i][:length] + rests[j][:length] >= 40 &&
                    [rests[i][:asleep], rests[j][:asleep]].max >= 28
                good && (pairs << [i, j])
                break if good || pairs.flatten.include?(i)
              end
            end
        end

        # [blocks driven, blocks of the window, blocks driven since a stop, blocks on duty in eight days]
        # before a block
        def used(at)
          start, rests, closing = shift(at)
          pairs = pairs(rests)
          done = pairs.reject { |_, j| rests[j] == closing }.reverse.find { |_, j| rests[j][:to] <= at }
          anchor = done ? rests[done.first][:to] : start
          still =
            pairs
              .flatten
              .uniq
              .map { |i| rests[i] }
              .select { |rest| rest[:from] >= anchor && rest[:to] <= at }
              .sum { |rest| rest[:to] - rest[:from] }
          stops =
            @blocks
              .first(at)
              .each_index
              .chunk_while { |a, b| (@blocks[a] == "driving") == (@blocks[b] == "driving") }
              .select { |run| @blocks[run.first] != "driving" && run.length >= 2 }
          restart =
            @rests.select { |rest| rest[:to] <= at && rest[:length] >= 136 }.map { |rest| rest[:to] }.max || 0
          day = ((at / 96) - 7) * 96
          [
            driving(anchor, at),
            at - anchor - still,
            driving(stops.last&.last || 0, at),
            @blocks[[restart, day, 0].max...at].count { |status| duty?(status) }
          ]
        end

        def driving(from, to) = @blocks[from...to].count("driving")

        def violations
          @blocks
            .each_index
            .select { |at| @blocks[at] == "driving" }
            .flat_map do |at|
              %w[drive_limit window_limit break_due cycle_limit]
                .zip(used(at), [44, 56, 32, 280])
                .select { |_, used, limit| used >= limit }
                .map { |kind, *| [kind, at] }
            end
        end
      end

    it "finds the same violations and the same hours left on 300 random records" do
      random = Random.new(395)
      short = {
        "driving" => 8..36,
        "on_duty" => 1..12,
        "off_duty" => 1..30,
        "sleeper" => 8..44,
        "yard_move" => 1..4,
        "personal_use" => 1..6
      }
      # Weeks of hard work with restarts now and then: what the cycle is about.
      long = {
        "driving" => 20..44,
        "on_duty" => 8..40,
        "sleeper" => 24..44,
        "off_duty" => 36..44,
        "personal_use" => 130..150
      }
      300.times do |turn|
        blocks = ["off_duty"] * 4
        statuses, length = turn % 5 == 4 ? [long, 1000..1300] : [short, 60..400]
        names = statuses.keys.flat_map { |status| [status] * (statuses[status].begin > 99 ? 1 : 4) }
        while blocks.length < random.rand(length)
          blocks.concat(
            [names.sample(random:)].flat_map { |status| [status] * random.rand(statuses[status]) }
          )
        end
        entries =
          blocks
            .each_index
            .select { |i| i.zero? || blocks[i] != blocks[i - 1] }
            .map { |i| [blocks[i], i * block / 60r] }
        answer = ask(entries, as_of: blocks.length * block / 60r, zone: "Etc/UTC")
        plain = oracle.new(blocks)
        epoch = Time.utc(2026, 11, 16).to_i / 60
        ours =
          answer[:violations].flat_map do |violation|
            (
              ((Time.iso8601(violation[:from]).to_i / 60) - epoch)...(
                (Time.iso8601(violation[:to]).to_i / 60) - epoch
              )
            ).step(block).map { |minute| [violation[:kind], minute / block] }
          end
        expect(ours).to match_array(plain.violations), "record #{turn}: #{entries.inspect}"
        next if plain.rests.last&.then { |rest| rest[:to] == blocks.length && rest[:length] >= 40 }

        expect(answer[:remaining_minutes].values).to eq(
          [44, 56, 32, 280].zip(plain.used(blocks.length))
            .map { |limit, used| [(limit - used) * block, 0].max }
        ),
        "record #{turn}: #{entries.inspect}"
        later = Time.iso8601(answer[:available_at])
        expect(later).to be >= Time.iso8601(answer[:as_of])
      end
    end
  end

  {
    { "time_zone" => "America/Nowhere" } => %w[unknown_zone /time_zone],
    { "as_of" => "2026-11-31T10:00:00-07:00" } => %w[wrong_time /as_of],
    { "as_of" => "2026-11-23T10:00:30-07:00" } => %w[wrong_time /as_of],
    { "as_of" => "2026-11-23T10:00:00" } => %w[wrong_time /as_of],
    {
      "duty" => [{ "from" => "2026-11-23T11:00:00-07:00", "status" => "driving" }]
    } => %w[entry_in_future /duty/0/from],
    {
      "duty" => [
        { "from" => "2026-11-23T09:00Z", "status" => "driving" },
        { "from" => "2026-11-23T08:00Z", "status" => "off_duty" }
      ]
    } => %w[entry_out_of_order /duty/1/from]
  }.each do |change, (code, path)|
    it "refuses #{change.to_a.flatten(1).inspect[0, 90]}" do
      document = {
        "rules" => "us_property_70_8",
        "time_zone" => "America/Boise",
        "day_starts" => "00:00",
        "as_of" => "2026-11-23T10:00:00-07:00",
        "duty" => []
      }.merge(change)
      expect { described_class.read(document) }.to raise_error(Refused) { |refused|
        expect([refused.code, refused.path]).to eq([code, path])
      }
    end
  end
end
