# frozen_string_literal: true

# Says of a plan, in sentences to read out: how much time there is to spare, where hours run out, which stop
# is missed and by how much, and what would make it fit.
class Core::Hours::PlanReasons
  USED_UP = {
    "drive" => "the %s of driving are used up",
    "window" => "the %s window of the shift ends",
    "break" => "%s of driving without a break are reached",
    "cycle" => "the %s of the cycle are used up",
    "day_drive" => "the %s of driving of the day are used up",
    "day_duty" => "the %s on duty of the day are used up",
    "duty" => "the %s on duty are used up",
    "daily_rest" => "what is left of the day is needed for its rest",
    "day_off" => "a day off is due",
    "without_day_off" => "the %s without a day off are used up"
  }.freeze
  # Starting earlier is looked at up to half a day, to five minutes.
  STEP_MINUTES = 5
  STEPS = 144

  def initialize(plan, question, rules, advice:, not_before: nil)
    @plan = plan
    @question = question
    @rules = rules
    @advice = advice
    @not_before = not_before
    @days = question.days
  end

  # Array of [code, sentence].
  def all
    return impossible, *split if @plan.verdict == "impossible"

    [
      @plan.verdict == "fits" ? fits : late,
      *runs_out,
      *(@plan.verdict == "late" && @advice ? [*split, *earlier, *relay] : [])
    ]
  end

  private

  def stops = @plan.trip.stops

  def fits
    stop = @plan.tightest_stop
    return "fits", "Fits: done #{clock(@plan.finish_at)}." if stop.nil?

    arrive_at, start_at = @plan.visits[stop].then { |visit| [visit.arrive_at, visit.start_at] }
    [
      "fits",
      "Fits, with #{length(@plan.slack_minutes)} to spare at #{stops[stop].name}: there #{clock(arrive_at)}" \
        "#{", service begins #{clock(start_at)}" if start_at > arrive_at}."
    ]
  end

  def late
    stop = stops.each_index.find { |i| @plan.late(i).positive? }
    others = stops.each_index.count { |i| @plan.late(i).positive? } - 1
    [
      "late",
      "Misses #{stops[stop].name} by #{length(@plan.late(stop))}: service begins " \
        "#{clock(@plan.visits[stop].start_at)}#{", and #{others} more #{others == 1 ? "stop is" : "stops are"} late" if others.positive?}."
    ]
  end

  def impossible =
    [
      "impossible",
      "There is no legal way to do this within 14 days: look at the drive windows and at the hours the " \
        "trip takes."
    ]

  # Each long rest on the way to a stop: why there, and how far from the stop.
  def runs_out
    # A team's truck rolls on with the other at the wheel.
    return [] if @plan.partner_pieces

    @plan.pieces.each_with_index.filter_map do |piece, i|
      next unless piece.rest? && piece.minutes >= @rules.split.least_minutes

      short =
        @plan
          .pieces
          .drop(i + 1)
          .take_while { |later| later.stop == piece.stop }
          .select { |later| later.status == "driving" }
          .sum(&:minutes)
      next unless short.positive? && (limit = spent(piece.from))

      [
        "hours_run_out",
        "At #{clock(piece.from)} #{
          format(USED_UP.fetch(limit.name), length(limit.minutes || 0))
        }, #{length(short)} short of #{stops[piece.stop].name}: #{length(piece.minutes)} of rest (#{limit.source})."
      ]
    end
  end

  # The limit of which nothing is left at an instant of the plan.
  def spent(instant)
    stretches =
      @question.stretches +
        @plan
          .pieces
          .select { |piece| piece.from < instant }
          .map { |piece| Core::Hours::Stretch.new(status: piece.status, from: piece.from, to: piece.to) }
    remaining = Core::Hours::Reading.new(@rules, stretches, instant, @question.exceptions, @days).remaining
    @rules.limits.find { |limit| remaining[limit.name.to_sym]&.zero? }
  end

  def split
    return if @plan.trip.split_rest

    other = planned(trip: @plan.trip.with(split_rest: true))
    if other.verdict == "impossible" || (@plan.late_minutes && other.late_minutes >= @plan.late_minutes)
      return
    end

    rest =
      other.pieces.find do |piece|
        piece.rest? && piece.minutes.between?(@rules.split.least_minutes, @rules.shift_rest_minutes - 1)
      end
    where = rest ? ", #{length(rest.minutes)} of it before #{stops[rest.stop].name}," : ""
    [
      [
        "split_rest",
        "A split rest#{where} " \
          "#{other.late_minutes.zero? ? "makes it fit" : "leaves it #{length(other.late_minutes)} late"}."
      ]
    ]
  end

  def earlier
    steps =
      (1..STEPS).bsearch { |step| planned(question: begun_earlier(step * STEP_MINUTES)).verdict == "fits" } or
      return
    # What would have had to happen before now is no advice.
    return if @not_before && @question.as_of - (steps * STEP_MINUTES) < @not_before

    [["start_earlier", "It fits when the driver is under way #{length(steps * STEP_MINUTES)} earlier."]]
  end

  def begun_earlier(minutes)
    stretches =
      @question.stretches.map do |stretch|
        stretch.with(from: stretch.from - minutes, to: stretch.to - minutes)
      end
    @question.with(
      as_of: @question.as_of - minutes,
      stretches:,
      exceptions: @question.exceptions.map { |kind, at| [kind, at - minutes] }
    )
  end

  # A rested driver taking over at a stop.
  def relay
    stop =
      (0...(stops.length - 1)).find do |i|
        next if @plan.late(i).positive?

        leave_at = @plan.visits[i].leave_at
        planned(
          question: @question.with(as_of: leave_at, stretches: [], exceptions: [], status: "off_duty"),
          trip: @plan.trip.with(stops: stops.drop(i + 1))
        ).verdict == "fits"
      end
    stop &&
      [
        [
          "relay",
          "A relay at #{stops[stop].name} makes it fit: a rested driver takes over there " \
            "#{clock(@plan.visits[stop].leave_at)}."
        ]
      ]
  end

  def planned(question: @question, trip: @plan.trip) =
    Core::Hours::PlanMaker.new(question, trip, @rules, advice: false).plan

  def length(minutes) = Core::Spoken.minutes(minutes)
  def clock(instant) = @days.words(instant)
end
