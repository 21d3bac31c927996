# frozen_string_literal: true

# Carries a State through what is done next, and says how late a spell could have begun for the same.
#
# An act is [:drive, minutes], [:serve], or [:still]: rest until the interruption that driving asks for is
# complete. Waiting for an opening, for a drive window or for hours to come back is part of the act that
# follows it.
class Core::Hours::Planner::Course
  # reading - of the record until as_of
  def initialize(trip, rules, cycle, reading)
    @as_of = reading.as_of
    @under_way = reading.rests.last if reading.stretches.last.rest?
    @stops = trip.stops
    @waiting_status = trip.waiting_status
    @resting = trip.rest_while_waiting?
    @working = Core::Hours::ON_DUTY.include?(trip.waiting_status)
    @split = trip.split_rest ? rules.split : nil
    @long = rules.shift_rest_minutes
    @interruption = rules.limit("interruption")&.interruption_minutes || 0
    @cycle = cycle
  end

  attr_reader :interruption

  # Does the act in a copy of the state. Returns the copy, or nil when it is not legal there.
  def after(state, act)
    at = state.at
    state.change do |copy|
      return nil unless advance(copy, act)

      join_driving(copy) if act.first == :drive && copy.at - at == act.last
    end
  end

  # The spell's acts again from another start. Returns State, or nil.
  def again(spell, acts, start)
    state = spell.begun_at(start)
    acts.all? { |act| advance(state, act) } ? state : nil
  end

  # The first instant at which driving to the stop ahead is allowed, nil for never.
  def ready(state)
    instant = state.at
    loop do
      from = open_from(state.stop, instant) or return
      instant = @cycle.ready(state, from, added: @working) or return
      return instant if instant == from
    end
  end

  # Minutes that can be driven from an instant before a drive window or the hours over days end it.
  def room(state, instant, wanted)
    window = @stops[state.stop].drive_windows&.find { |_, to| to > instant }
    wanted = window.last - instant if window && window.last - instant < wanted
    @cycle.room(state, instant, state.worked + (@working ? instant - state.at : 0), wanted)
  end

  # The latest start of the spell with which everything done in it still ends at the state's instant, or at
  # another one.
  #
  # keep - without a stop becoming later than it is
  def latest_start(state, ends = state.at, keep: true)
    stop = state.stop
    still_by = nil
    served = state.begun.length
    state.acts.reverse_each do |kind, minutes|
      case kind
      when :serve
        stop -= 1
        served -= 1
        ends = [
          ends - @stops[stop].service_minutes,
          keep ? latest_service(stop, state.begun[served]) : ends
        ].min
      when :still
        still_by = ends - @interruption
      else
        ends = still_by if still_by && still_by < ends
        still_by = nil
        ends = driving_from(stop, ends, minutes)
      end
    end
    state.spell.most ? [ends, state.spell.most].min : ends
  end

  private

  def advance(state, act)
    done =
      case act.first
      when :serve
        serve(state)
      when :drive
        drive(state, act.last)
      else
        still(state)
      end
    state.acts += [act] if done
    done
  end

  # Driving that goes on without a wait is one act.
  def join_driving(state)
    *acts, one, other = state.acts
    state.acts = [*acts, [:drive, one.last + other.last]] if other && one.first == :drive
  end

  def serve(state)
    stop = @stops[state.stop]
    return false if stop.opens && stop.opens > state.at && !wait(state, stop.opens)

    state.begun += [state.at]
    state.late += state.at - stop.closes if stop.closes && state.at > stop.closes
    return false unless work(state, stop.service_minutes, "on_duty")

    state.stop += 1
    state.left = @stops[state.stop]&.drive_minutes || 0
    state.here = state.left.zero?
    true
  end

  def drive(state, minutes)
    while minutes.positive?
      instant = ready(state) or return false
      return false if instant > state.at && !wait(state, instant)

      state.unbroken = 0 if state.at - state.still_since >= @interruption
      here = room(state, state.at, minutes)
      if (state.limits[2] && state.unbroken + here > state.limits[2]) ||
           state.at + here > state.window_ends || !work(state, here, "driving")
        return false
      end

      state.unbroken += here
      state.total += here
      state.left -= here
      state.still_since = state.at
      minutes -= here
    end
    state.here = state.left.zero?
    true
  end

  def still(state)
    ends = [state.still_since + @interruption, state.at].max
    @cycle.mark(state, ends, false)
    state.unbroken = 0
    state.at = ends
    true
  end

  def work(state, minutes, _status)
    return true if minutes.zero?
    return false if @split && state.at - state.rest_since >= @split.least_minutes && !rest_stands?(state)

    @cycle.mark(state, state.at + minutes, true)
    state.at += minutes
    state.worked += minutes
    state.rest_since = state.at
    true
  end

  def wait(state, instant)
    # Before the first act, waiting is more of the rest.
    begins = state.fresh?
    return false if begins && state.spell.most && instant > state.spell.most

    working = @working && !begins
    @cycle.mark(state, instant, working)
    state.worked += instant - state.at if working
    state.at = instant
    state.rest_since = instant unless @resting || begins
    true
  end

  # Where rests are split, waiting that is long enough is a rest, in the sleeper, and may yet be the first of
  # a pair. As the second of one, or as the end of a shift, it would be another kind of rest (Rests).
  def rest_stands?(state)
    spell = state.spell
    # No work since the rest before: it is still that rest.
    if spell.movable && state.rest_since == spell.first.rest_since
      return spell.most.nil? || state.at <= spell.most
    end
    return false if state.at - state.rest_since >= @long

    recorded = state.rest_since < @as_of
    half =
      Core::Hours::Planner::Half.new(
        from: state.rest_since,
        to: state.at,
        asleep_since: recorded ? @as_of - @under_way.sleeping_minutes : state.rest_since,
        slept: recorded ? @under_way.sleeper_minutes : 0,
        total: state.total
      )
    minutes, sleeper_minutes = half.minutes(nil), half.sleeper_minutes(nil)
    return false if state.halves.any? { |other| other.pairs?(@split, state.start, minutes, sleeper_minutes) }

    state.halves += [half]
    true
  end

  def open_from(stop, instant)
    windows = @stops[stop].drive_windows or return instant
    from, = windows.find { |_, to| to > instant }
    from && [from, instant].max
  end

  def latest_service(stop, begun)
    closes = @stops[stop].closes
    closes.nil? ? Float::INFINITY : [closes, begun].max
  end

  # When driving of so many minutes must begin to be over at an instant.
  def driving_from(stop, ends, minutes)
    windows = @stops[stop].drive_windows or return ends - minutes
    windows.reverse_each do |from, to|
      next if from >= ends

      to = ends if ends < to
      return to - minutes if to - from >= minutes

      minutes -= to - from
    end
    -Float::INFINITY
  end
end
