# frozen_string_literal: true

require_relative "../../../config/hours_rules"

# Plans found by the clocks themselves, for teams and by the rules of Canada, beside a search of everything
# that can be done hour by hour.
RSpec.describe Core::Hours::StepPlanner do
  let(:random) { Random.new(395) }

  def at(hour) = (TZInfo::Timezone.get("America/Edmonton").local_time(2026, 11, 16) + (hour * 3600)).iso8601

  # What is done in each hour: one drives or serves and the other sleeps, or all rest. Of states with equal
  # clocks one is kept.
  every_hour =
    Struct.new(:questions, :trip, :rules, :looks) do
      # [late minutes, end], or :too_wide.
      def best
        @queue = Core::Hours::Planner::Queue.new
        @seen = {}
        push(0, trip.stops.first.drive_minutes, questions.first.as_of, 0, questions.map { [] })
        looks.times do
          stop, left, instant, late, added = @queue.pop || raise("Nothing is legal")
          return late, instant if stop == trip.stops.length

          push(
            stop,
            left,
            instant + 60,
            late,
            spent(added, instant, 60) { questions.one? ? "off_duty" : "sleeper" }
          )
          questions.each_index do |driver|
            if left.positive?
              drive(driver, stop, left, instant, late, added)
            else
              serve(driver, stop, instant, late, added)
            end
          end
        end
        :too_wide
      end

      private

      def push(stop, left, instant, late, added)
        state = [
          stop,
          left,
          instant,
          late,
          questions.each_index.map { |driver| clocks(reading(driver, instant, added)) }
        ]
        return if @seen[state]

        @seen[state] = true
        @queue.push(least(stop, left, instant, late), [stop, left, instant, late, added])
      end

      def least(stop, left, instant, late)
        driving = 0
        trip
          .stops
          .drop(stop)
          .each_with_index do |one, i|
            minutes = i.zero? ? left : one.drive_minutes
            driving += minutes
            instant = [instant + minutes, one.opens || 0].max
            late += [instant - (one.closes || instant), 0].max
            instant += one.service_minutes
          end
        (late << 42) + (instant << 14) + driving
      end

      def drive(driver, stop, left, instant, late, added)
        windows = trip.stops[stop].drive_windows
        if reading(driver, instant, added).can_drive_minutes < 60 ||
             windows&.none? { |from, to| from <= instant && instant + 60 <= to }
          return
        end

        push(
          stop,
          left - 60,
          instant + 60,
          late,
          spent(added, instant, 60) { |other| other == driver ? "driving" : "sleeper" }
        )
      end

      def serve(driver, stop, instant, late, added)
        here = trip.stops[stop]
        return if here.opens && here.opens > instant

        added =
          spent(added, instant, here.service_minutes) do |other|
            other == driver ? "on_duty" : "sleeper"
          end if here.service_minutes.positive?
        push(
          stop + 1,
          trip.stops[stop + 1]&.drive_minutes || 0,
          instant + here.service_minutes,
          late + [instant - (here.closes || instant), 0].max,
          added
        )
      end

      def spent(added, from, minutes)
        added.each_with_index.map do |list, driver|
          status, since, = list.last
          if list.last && status == yield(driver)
            [*list[...-1], [status, since, from + minutes]]
          else
            [*list, [yield(driver), from, from + minutes]]
          end
        end
      end

      def reading(driver, instant, added)
        stretches =
          questions[driver].stretches +
            added[driver].map { |status, from, to| Core::Hours::Stretch.new(status:, from:, to:) }
        Core::Hours::Reading.new(rules, stretches, instant, [], questions[driver].days)
      end

      def clocks(reading)
        rests =
          (
            if reading.shift && questions.length > 1
              reading
                .rests
                .select { |rest| rest.from >= reading.shift.from && rest.minutes >= 120 }
                .map { |rest| [rest.from, rest.minutes] }
            end
          )
        [
          reading.remaining,
          reading.stretches.last.rest? && reading.rests.last.minutes,
          rests,
          reading.unbroken(reading.as_of)
        ]
      end
    end

  def duty
    day = ->(from) do
      [
        ["on_duty", 0],
        ["driving", 1],
        ["off_duty", 1 + random.rand(1..5)],
        ["driving", 8],
        ["off_duty", 9 + random.rand(0..3)]
      ].map { |status, hour| [status, from + hour] }
    end
    today =
      (
        if random.rand < 0.6
          [
            [%w[driving on_duty off_duty sleeper].sample(random:), random.rand(1..3)],
            [%w[off_duty driving sleeper].sample(random:), random.rand(4..6)]
          ]
        else
          []
        end
      )
    random.rand(0..2).downto(1).flat_map { |days| day.call(5 - (24 * days)) } + today
  end

  def stop(name)
    opens = random.rand(6..30)
    {
      "name" => name,
      "drive_minutes" => random.rand(0..13) * 60,
      "service_minutes" => random.rand(0..3) * 60,
      **(random.rand < 0.5 ? { "opens" => at(opens) } : {}),
      **(random.rand < 0.4 ? { "closes" => at(opens + random.rand(0..8)) } : {}),
      **(
        if random.rand < 0.15
          {
            "drive_windows" =>
              (0..4).map { |day| { "from" => at((24 * day) + 8), "to" => at((24 * day) + 17) } }
          }
        else
          {}
        end
      )
    }
  end

  def documents(rules, drivers)
    stops = Array.new(random.rand(1..2)) { |i| stop(i.to_s) }
    Array.new(drivers) do
      {
        "rules" => rules,
        "time_zone" => "America/Edmonton",
        "day_starts" => "00:00",
        "as_of" => at(7),
        "duty" => duty.map { |status, hour| { "from" => at(hour), "status" => status } },
        "trip" => {
          "stops" => stops
        }
      }
    end
  end

  {
    "of one driver by the rules of Canada" => ["canada_south_70_7", 1],
    "of a team" => ["us_property_70_8", 2]
  }.each do |what, (name, drivers)|
    it "is as good as the best of everything, #{what}" do
      rules = HoursRules.named(name)
      compared =
        Array.new(24) do
          asked = documents(name, drivers)
          questions = asked.map { |document| Core::Hours.read(document) }
          trip = Core::Hours.read_trip(asked.first)
          best = every_hour.new(questions, trip, rules, 4000).best
          next :too_wide if best == :too_wide

          *, late, ends, whole = described_class.new(questions, trip, rules).best
          expect([late, ends] <=> best).to be <= 0,
          "#{asked.inspect}: #{[late, ends]}, but #{best} is possible"
          whole
        end
      expect(compared.tally.values_at(true, :too_wide)).to match([be >= 18, (be <= 5).or(be_nil)])
    end
  end
end
