# frozen_string_literal: true

# Plans for a team, or under rules that the Planner's arguments do not cover: a best-first search by the
# clocks themselves.
#
# Driving goes on until something ends it: the way, a clock, a window. Rest goes on until something comes of
# it: a clock turns, a window or a stop opens, now or as much earlier as the way there takes. Of states alike
# in every clock one is kept. What ends first is the best of all that can be so composed, and the specs
# compare it with an
# exhaustive search; where a long trip makes that search too wide, it is cut, and the plan says so.
#
# Of a team one drives, or does the work at a stop, while the other is in the sleeper; where both rest, both
# are in it.
class Core::Hours::StepPlanner
  Piece = Core::Hours::Planner::Recorder::Piece
  Visit = Core::Hours::Planner::Recorder::Visit
  # How many states are looked at. Where that is not enough: how many in haste, and with so much driving left.
  LOOKED_AT = 2500
  LOOKED_AT_IN_HASTE = 600
  ALIKE = 12
  RESTS_AT_MOST = 2 * 24 * 60
  # What is looked at first, by lateness, end and driving ahead: the best so far, or where that finds no end
  # in time, what is furthest on the way.
  BEST_FIRST = ->(late, ends, driving) { (((late << 16) + ends) << 16) + driving }
  FURTHEST_FIRST = ->(late, ends, driving) { (((driving << 16) + late) << 16) + ends }

  # A state. stop, left - the stop ahead and driving minutes to it; at - instant; arrived - there since; late
  # - minutes in all
  # last - which driver drove or worked last; added - by driver, Array of [status, from, to, stop] since as_of
  Step = Core::Value.of(:stop, :left, :at, :arrived, :late, :last, :added, :visits)

  # questions - of the drivers, one or two, all asked at the same instant; looks - how many states may be
  #             looked at before haste
  def initialize(questions, trip, rules, looks: LOOKED_AT)
    @looks = looks
    @questions = questions
    @trip = trip
    @stops = trip.stops
    @rules = rules
    @as_of = questions.first.as_of
    @horizon = @as_of + Core::Hours::Planner::HORIZON_MINUTES
    @after =
      @stops.each_index.map do |i|
        @stops.drop(i + 1).sum(&:drive_minutes) + @stops.drop(i).sum(&:service_minutes)
      end
    @shift_drive =
      @rules
        .limits
        .select { |limit| limit.within == "shift" && limit.counts == "driving" }
        .map { |limit| @rules.minutes(limit, @rules.exceptions.map(&:kind)) || limit.minutes }
        .min
    @interruption = @rules.limits.filter_map(&:interruption_minutes).max || 0
  end

  # [Array of Array of Piece by driver, Array of Visit, late minutes, end, whether the whole search was made];
  # all but the last nil where no legal way was found.
  def best
    found = search(BEST_FIRST, @looks)
    return found || [nil, nil, nil, nil, true] if @whole

    search(BEST_FIRST, LOOKED_AT_IN_HASTE, ALIKE) || search(FURTHEST_FIRST, LOOKED_AT_IN_HASTE, ALIKE) || []
  end

  private

  # looks - how many states; alike - how many with so much driving left, nil for all
  def search(keyed, looks, alike = nil)
    @keyed = keyed
    @most_alike = alike
    @queue = Core::Hours::Planner::Queue.new
    @alike = Hash.new(0)
    @seen = {}
    @whole = alike.nil?
    push(
      Step.new(
        stop: 0,
        left: @stops.first.drive_minutes,
        at: @as_of,
        arrived: @stops.first.drive_minutes.zero? ? @as_of : nil,
        late: 0,
        last: 0,
        added: @questions.map { [] },
        visits: []
      )
    )
    looks.times do
      step = @queue.pop or return
      if step.stop == @stops.length
        return step.added.map { |list| pieces(list) }, step.visits, step.late, step.at, @whole
      end

      readings = @questions.each_index.map { |driver| reading(step, driver) }
      state = [step.stop, step.left, step.at, step.late, *readings.map { |one| clocks(one) }]
      next if @seen[state]

      @seen[state] = true
      step.left.zero? ? at_stop(step, readings) : on_the_way(step, readings)
    end
    @whole = false
    nil
  end

  # Late first, then the end that could be at best; of equals the one that is further on.
  def push(step)
    driving = step.stop < @stops.length ? step.left + @after[step.stop] : 0
    late, ends = bounds(step)
    return if ends > @horizon
    return if @most_alike && (@alike[[step.stop, step.left]] += 1) > @most_alike

    @queue.push(@keyed.call(late, ends - @as_of, driving), step)
  end

  # The least that lateness and end can come to: each stop reached by driving alone and, of one driver, with
  # the rests that so much driving takes at least.
  def bounds(step)
    return step.late, step.at if step.stop == @stops.length

    instant = step.at
    late = step.late
    driving = worked = 0
    fresh = rested_driving(step)
    (step.stop...@stops.length).each do |i|
      stop = @stops[i]
      ahead = i == step.stop ? step.left : stop.drive_minutes
      driving += ahead
      instant = [instant + ahead, step.at + driving + worked + fresh.call(driving), stop.opens || 0].max
      late += [instant - (stop.closes || instant), 0].max
      instant += stop.service_minutes
      worked += stop.service_minutes
    end
    [late.to_i, instant]
  end

  # Of driving minutes ahead, the least minutes of rest they take. Not known of a team, where one rests while
  # the other drives.
  def rested_driving(step)
    return ->(_) { 0 } unless @questions.one?

    reading = reading(step, 0)
    run = reading.stretches.last.rest? ? reading.rests.last.minutes : 0
    able =
      (
        if reading.shift
          [
            @shift_drive - reading.driven(step.at) + reading.driven(reading.shift.count_at(step.at).anchor),
            0
          ].max
        else
          @shift_drive
        end
      )
    lambda do |driving|
      rests = (driving - able).fdiv(@shift_drive).ceil
      rests.positive? ? [(rests * @rules.shift_rest_minutes) - run, 0].max : 0
    end
  end

  # All that decides what a driver can still do.
  def clocks(reading)
    rest =
      reading.stretches.last.rest? ? [reading.rests.last.minutes, reading.rests.last.sleeping_minutes] : nil
    resting =
      (
        if reading.shift
          reading
            .rests
            .select { |one| one.from >= reading.shift.from && one.minutes >= @rules.split.least_minutes }
            .map { |one| [one.from, one.to, one.sleeper_minutes] }
        end
      )
    [
      reading.remaining,
      rest,
      resting,
      reading.unbroken(reading.as_of),
      (
        if @interruption.positive?
          [reading.as_of - (reading.stretches.reverse_each.find(&:driving?)&.to || 0), @interruption].min
        else
          0
        end
      )
    ]
  end

  def at_stop(step, readings)
    stop = @stops[step.stop]
    if stop.opens && stop.opens > step.at
      return push(rest(step, stop.opens)) unless @trip.waiting_status == "on_duty"

      return push(work(step, stop.opens, "on_duty"))
    end
    rests(step, readings).each { |instant| push(rest(step, instant)) }
    @questions.each_index do |driver|
      if step.added.all?(&:empty?) || stop.service_minutes.positive? || driver == step.last
        push(served(step.with(last: driver), stop))
      end
    end
  end

  def served(step, stop)
    done = work(step, step.at + stop.service_minutes, "on_duty")
    ahead = @stops[step.stop + 1]
    late = step.late + [step.at - (stop.closes || step.at), 0].max
    done.with(
      stop: step.stop + 1,
      left: ahead&.drive_minutes || 0,
      late:,
      arrived: ahead&.drive_minutes&.zero? ? done.at : nil,
      visits: [*step.visits, Visit.new(arrive_at: step.arrived, start_at: step.at, leave_at: done.at)]
    )
  end

  def on_the_way(step, readings)
    from, to = window(step)
    return if from.nil?
    return push(rest(step, from)) if from > step.at

    able =
      readings
        .each_with_index
        .to_h { |one, driver| [driver, [one.can_drive_minutes, step.left, to - step.at].min] }
        .select { |_, minutes| minutes.positive? }
    able.each do |driver, minutes|
      [*swaps(step, readings, driver, minutes), minutes].each { |some| push(drive(step, driver, some)) }
    end
    rests(step, readings).each { |instant| push(rest(step, instant)) }
  end

  # After how many minutes, before a driver must stop, the other of a team could go on by a clock that turns
  # until then.
  def swaps(step, readings, driver, minutes)
    others = @questions.each_index.reject { |other| other == driver }
    others
      .flat_map { |other| Core::Hours::TurningPoints.after(readings[other], @rules, @questions[other].days) }
      .map { |instant| instant - step.at }
      .select { |some| some < minutes }
  end

  # Until when it may pay to rest: until a clock turns, or until the way there takes up what is left before
  # something opens.
  def rests(step, readings)
    turns =
      readings.each_with_index.flat_map do |one, driver|
        Core::Hours::TurningPoints.after(one, @rules, @questions[driver].days)
      end
    path = 0
    openings =
      (step.stop...@stops.length).flat_map do |i|
        stop = @stops[i]
        before = path
        path += i == step.stop ? step.left : stop.drive_minutes
        opens = [
          *(stop.opens - path if stop.opens),
          *(stop.drive_windows || []).map { |from, _| from - before }
        ]
        path += stop.service_minutes
        opens.flat_map { |instant| [instant, instant - @interruption] }
      end
    [*turns, *openings].uniq.select { |instant| instant > step.at && instant <= step.at + RESTS_AT_MOST }
  end

  def window(step)
    windows = @stops[step.stop].drive_windows or return step.at, @horizon
    windows.find { |_, to| to > step.at }&.then { |from, to| [[from, step.at].max, to] }
  end

  def drive(step, driver, minutes)
    done = work(step.with(last: driver), step.at + minutes, "driving")
    done.with(left: step.left - minutes, arrived: step.left == minutes ? done.at : nil)
  end

  def work(step, to, status) = on(step, to) { |driver| driver == step.last ? status : "sleeper" }
  def rest(step, to) = on(step, to) { @questions.one? ? "off_duty" : "sleeper" }

  def on(step, to)
    return step if to == step.at

    step.with(
      at: to,
      added:
        step.added.each_with_index.map { |list, driver| [*list, [yield(driver), step.at, to, step.stop]] }
    )
  end

  # A driver's question as it would be asked in this state.
  def asked(step, driver)
    question = @questions[driver]
    added = step.added[driver].map { |status, from, to| Core::Hours::Stretch.new(status:, from:, to:) }
    question.with(
      as_of: step.at,
      status: added.last&.status || question.status,
      stretches: joined(question.stretches + added)
    )
  end

  def joined(stretches) =
    stretches
      .chunk_while { |one, other| one.status == other.status }
      .map { |run| run.one? ? run.first : run.first.with(to: run.last.to) }

  def reading(step, driver)
    question = asked(step, driver)
    Core::Hours::Reading.new(@rules, question.stretches, step.at, question.exceptions, question.days)
  end

  def pieces(list) =
    list
      .map { |status, from, to, stop| Piece.new(status:, from:, to:, stop:) }
      .chunk_while { |one, other| one.status == other.status && one.stop == other.stop }
      .map { |run| run.first.with(to: run.last.to) }
end
