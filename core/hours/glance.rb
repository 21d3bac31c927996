# frozen_string_literal: true

# A quick look at many trips for one driver: what is certainly late, and what certainly fits. What is neither
# takes a plan.
#
# Late by bounds no schedule can beat: all the driving, with whole rests (halves, where rests may be split)
# wherever the hours of a shift are used up; or, where the hours over days are, as they come back or after a
# restart; and nothing else. Fitting by a schedule that is legal though seldom the best: drive on, break after
# eight hours, rest when hours run out, and wait for the cycle's hours or rest for all of them where those run
# out.
#
# Source: as for clocks. The specs compare both with the Planner.
class Core::Hours::Glance
  # verdict - `fits`, `late`, or nil where only a plan can tell; late_minutes - at least so many; finish_at -
  #           at the latest, of `fits`
  Look = Core::Value.of(:verdict, :late_minutes, :finish_at, :slack_minutes)

  def initialize(question, rules)
    @as_of = question.as_of
    @rules = rules
    reading =
      Core::Hours::Reading.new(rules, question.stretches, question.as_of, question.exceptions, question.days)
    @remaining = reading.remaining
    @fresh = reading.shift.nil?
    @rest_since = reading.stretches.last.rest? ? reading.rests.last.from : question.as_of
    @still_since = reading.stretches.reverse_each.find(&:driving?)&.to || reading.stretches.first.from
    @halves = !reading.shift.nil?
    @full = rules.limits.to_h { |limit| [limit.name.to_sym, limit.minutes] }
    @interruption = rules.limit("interruption")&.interruption_minutes
    @restart = rules.limit("days").restart_minutes
    @cycle =
      Core::Hours::Planner::Cycle.new(
        rules,
        reading,
        question.days,
        @as_of + Core::Hours::Planner::HORIZON_MINUTES,
        Core::Hours::Planner::HORIZON_MINUTES
      )
  end

  # Returns Look.
  def at(trip)
    late = least_lateness(trip)
    return Look.new(verdict: "late", late_minutes: late, finish_at: nil, slack_minutes: nil) if late.positive?

    finish_at, slack = starts(trip.stops).lazy.filter_map { |start| drive_on(trip.stops, start) }.first
    Look.new(verdict: finish_at && "fits", late_minutes: 0, finish_at:, slack_minutes: slack)
  end

  private

  # Minutes late at some stop that cannot be avoided.
  def least_lateness(trip)
    halves = trip.split_rest && @halves
    rest = halves ? @rules.split.least_minutes : @rules.shift_rest_minutes
    # A rest under way has given a rested driver all it can.
    first = @fresh || halves ? rest : [rest - (@as_of - @rest_since), 0].max
    rest = @rules.split.least_minutes if trip.split_rest
    waited = @as_of
    worked = 0
    # [when, driving since, driving that needed no rest then, the first rest from there]
    since = [[@as_of, 0, @remaining[:drive], first]]
    trip
      .stops
      .map do |stop|
        waited += stop.drive_minutes
        worked += stop.drive_minutes
        since.each { |row| row[1] += stop.drive_minutes }
        rested =
          since
            .map do |from, driven, free, before|
              driven > free ? from + driven + before + ((driven - free - 1) / @full[:drive] * rest) : 0
            end
            .max
        over_days =
          (
            if stop.drive_minutes.positive?
              [@cycle.earliest(worked), @as_of + worked + @restart - (@as_of - @rest_since)].min
            else
              0
            end
          )
        waited = [waited, rested, over_days, *stop.opens].max
        late = stop.closes ? waited - stop.closes : 0
        waited += stop.service_minutes
        worked += stop.service_minutes
        since.each { |row| row[0] += stop.service_minutes }
        since << [waited, 0, @full[:drive], rest]
        late
      end
      .max
  end

  # [the end, the least slack at a stop or nil], or nil where this way of driving does not make it.
  def drive_on(stops, start)
    begin_at(start)
    @slack = nil
    [@at, @slack] if stops.all? { |stop| drive(stop.drive_minutes) && serve(stop) }
  end

  def serve(stop)
    return false if stop.closes && @at > stop.closes

    # Who is there before it opens could have come as much later, too.
    @slack = [@slack, stop.closes - @at].compact.min if stop.closes
    wait(stop.opens) if stop.opens && stop.opens > @at
    work(stop.service_minutes)
    true
  end

  # When to set out: at once, or, rested, just in time for the first stop.
  def starts(stops)
    return [] if stops.any?(&:bound?) || !@rules.searched_exactly?

    first = stops.first
    if @fresh && first.opens
      [@as_of, [@as_of, first.opens - first.drive_minutes - (@interruption || 0)].max].uniq
    else
      [@as_of]
    end
  end

  def begin_at(start)
    @at = start
    @drive = @remaining[:drive]
    @worked = 0
    @restarted = nil
    @window_ends = @at + @remaining[:window]
    @break = @remaining[:break]
    @since, @off_since = @still_since, @rest_since
  end

  def drive(minutes)
    while minutes.positive?
      renew_break
      here = [minutes, @drive, @window_ends - @at, cycle_left, *@break].min
      if here.positive?
        minutes -= here
        @drive -= here
        @break -= here if @break
        work(here)
        @since = @at
      elsif @break&.zero? && [@drive, @window_ends - @at - @interruption, cycle_left].min.positive?
        @at = [@since + @interruption, @at].max
      else
        rest(minutes)
      end
      return false if @at - @as_of > Core::Hours::Planner::HORIZON_MINUTES
    end
    true
  end

  def renew_break
    @break = @full[:break] if @break && @at - @since >= @interruption
  end

  def work(minutes)
    return if minutes.zero?

    @at += minutes
    @worked += minutes
    @off_since = @at
  end

  def cycle_left = @restarted ? @full[:cycle] - @worked + @restarted : @cycle.allowed_at(@at) - @worked

  # A whole rest; where the cycle is used up, until enough of it is back, or all.
  def rest(minutes)
    ends = [@at, @off_since + @rules.shift_rest_minutes].max
    ends = [ends, back_at(minutes)].max if cycle_left <= 0
    @at = ends
    renew(@at - @off_since)
  end

  def back_at(minutes)
    restarted = @off_since + @restart
    return restarted if @restarted

    back = @cycle.earliest(@worked + minutes)
    @cycle.allowed_at(back) >= @worked + minutes ? [back, restarted].min : restarted
  end

  # Waiting is off duty, and a rest where it is long enough.
  def wait(instant)
    @at = instant
    renew(@at - @off_since)
  end

  def renew(rested)
    return if rested < @rules.shift_rest_minutes

    @drive = @full[:drive]
    @window_ends = @at + @full[:window]
    @break = @full[:break]
    @restarted = @worked if rested >= @restart
  end
end
