# frozen_string_literal: true

# Finds the best legal schedule for a trip after a record: least lateness, then the earliest end.
#
# A best-first search over what can be done next. It looks only where an optimum can be, by these arguments:
# - Within a spell of work everything is done as early as it can be. A rest or a break may be moved to a later
#   place on the way,
#   the driving before it becoming earlier, until a limit, a closed window or a wait stops it: so rests begin only where hours
#   run out or where there is waiting to be done, and breaks only where driving must be interrupted or is interrupted anyway.
# - Where a spell waits, it might have begun as much later as the wait is long. That costs nothing, and its
#   window then ends
#   later: so a spell begins as late as its waits allow (just in time). Later still makes a stop late, minute by minute, and may
#   yet pay: those starts are tried in order of what they cost.
# - One state is not looked at beyond another that is as good in everything that counts (State#covers?).
# The specs compare it with an exhaustive search.
class Core::Hours::Planner
  HORIZON_MINUTES = 20_160
  LOOKED_AT = 64
  # Bits of a key for the end in minutes after as_of, for driving still to be done, and for the rests taken.
  END_BITS = 15
  DRIVING_BITS = 15
  RESTS_BITS = 6

  def initialize(question, trip, rules)
    @question = question
    @trip = trip
    @stops = trip.stops
    @horizon = question.as_of + HORIZON_MINUTES
    reading =
      Core::Hours::Reading.new(rules, question.stretches, question.as_of, question.exceptions, question.days)
    @cycle = Cycle.new(rules, reading, question.days, @horizon, most_work)
    @course = Course.new(trip, rules, @cycle, reading)
    @recorder = Recorder.new(trip, rules, @cycle, reading)
    @rests = Rests.new(trip, rules, @cycle, reading)
    @outlook = Outlook.new(trip, rules, @cycle)
    @start = Start.new(question, rules, trip, @rests)
    @queue = Queue.new
    @seen = {}
  end

  # The State at the end of the best schedule, or nil when there is none within the horizon.
  def best
    @start.states.each { |state| push(state) }
    while (state = @queue.pop)
      next if state.covered
      return state if state.stop == @stops.length

      state.here ? serve(state) : drive(state)
    end
  end

  # [Array of Piece, Array of Visit] of a schedule that `best` has found, its work done as early as costs
  # nothing.
  def record(best) = @recorder.record(Forward.new(@trip, @course, @rests).of(best))

  private

  # Waiting on duty is work as well: then any plan may come near the limit over days.
  def most_work
    return HORIZON_MINUTES if Core::Hours::ON_DUTY.include?(@trip.waiting_status)

    @stops.sum { |stop| stop.drive_minutes + stop.service_minutes }
  end

  def push(state)
    late, ends = @outlook.bounds(state)
    return if late.nil? || ends > @horizon || (state.stop == @stops.length && state.promised)

    return if covered?(state)

    # Of equals the one that is further on the way, then the one with fewer rests: that ends the search
    # soonest, and is as a driver would.
    key = (late << END_BITS) + ends - @question.as_of
    @queue.push((((key << DRIVING_BITS) + @outlook.driving(state)) << RESTS_BITS) + state.rests, state)
  end

  # Looked for among the latest only: to look at a state too many costs little, to search a long list for each
  # much.
  def covered?(state)
    seen = @seen[(state.stop << 1) + (state.here ? 1 : 0)] ||= []
    at = seen.length - 1
    last = [at - LOOKED_AT, -1].max
    while at > last
      return true if seen[at].covers?(state)

      seen[at].covered = true if state.covers?(seen[at])
      at -= 1
    end
    seen << state
    false
  end

  def push_if(state) = state && push(state)

  # The same spell begun later, at the price of lateness, where a wait before `instant` takes that up.
  def push_later(state, minutes, instant)
    unless state.spell.movable && state.start + minutes <= @course.latest_start(state, instant, keep: false)
      return
    end

    push_if(@course.again(state.spell, state.acts, state.start + minutes))
  end

  def serve(state)
    opens = @stops[state.stop].opens
    waits = opens && opens > state.at
    rest(state, first_half: waits) if waits || (state.promised && state.stop == @stops.length - 1)
    return push_if(@course.after(state, [:serve])) unless waits

    just_in_time(state, opens, opens + @stops[state.stop].service_minutes) do |later|
      push_if(@course.after(later, [:serve]))
    end
  end

  def drive(state)
    instant = @course.ready(state) or return rest(state, first_half: false)
    return drive_on(state, instant) if instant == state.at

    rest(state, first_half: true)
    [state, *undriven(state)].each do |waiting|
      just_in_time(waiting, instant, instant) { |later| drive_on(later, instant) }
    end
  end

  # The states without the driving just before a wait: a spell may begin after the wait and gain more of its
  # window than it loses of the way.
  def undriven(state)
    return [] if !state.spell.movable || @outlook.within_spell?(state)

    acts = state.acts.dup
    states = []
    while %i[drive still].include?(acts.last&.first)
      states << @course.again(state.spell, acts.dup, state.start) if acts.pop.first == :drive
    end
    states
  end

  # A state that waits until an instant, with its spell begun as late as costs nothing; where that would undo
  # an interruption of driving, which lasts until `leaves`, as late as leaves it too.
  def just_in_time(state, instant, leaves)
    return yield(state) unless state.spell.movable

    later = begun_later(state, instant)
    if broken?(state, leaves) && !broken?(later, leaves)
      yield begun_later(state, [instant, leaves - @course.interruption].min)
    end
    yield later
  end

  def broken?(state, instant) = break_matters?(state) && instant - state.still_since >= @course.interruption

  def begun_later(state, instant)
    start = @course.latest_start(state, instant)
    later = start > state.start && start.finite? ? @course.again(state.spell, state.acts, start) : nil
    later && later.at <= instant && later.late == state.late ? later : state
  end

  # Would driving have to be interrupted before the hours of this spell are used up?
  def break_matters?(state)
    limit = state.limits[2] or return false
    state.unbroken.positive? && state.unbroken + [state.driving_left, @outlook.driving(state)].min > limit
  end

  def drive_on(state, instant)
    still = instant - state.still_since
    broken = still >= @course.interruption
    if break_matters?(state) && state.acts.last != [:still]
      push_if(@course.after(state, [:still])) if !broken && still.positive?
      # From here on the spell begins no later than the interruption allows.
      state = @course.after(state, [:still]) if broken && !state.fresh?
    end
    unbroken = broken ? 0 : state.unbroken
    wanted = [state.left, state.driving_left].min
    free = [wanted, window_ends(state, instant) - instant].min
    # A minute more of the window, or as many as let it last beyond the wait.
    push_later(state, 1 - free, instant) if wanted.positive? && free <= 0
    until_break = state.limits[2] ? state.limits[2] - unbroken : free
    minutes = @course.room(state, instant, [free, until_break].min)
    if minutes.positive?
      driven(state, minutes, instant)
    else
      out_of_hours(state, free.positive? && until_break <= 0)
    end
  end

  # A spell that has not begun yet can begin when the wait is over.
  def window_ends(state, instant) = state.window_ends + (state.fresh? ? instant - state.start : 0)

  def driven(state, minutes, instant)
    if state.fresh? && instant > state.at
      return if state.spell.most && instant > state.spell.most

      state = state.spell.begun_at(instant)
    end
    push_if(@course.after(state, [:drive, minutes]))
  end

  def out_of_hours(state, break_due)
    push_if(@course.after(state, [:still])) if break_due
    rest(state, first_half: break_due)
  end

  def rest(state, first_half:)
    return if state.spell.before && state.acts.all?([:still]) # nothing done since the rest before

    rests = @rests.after(state, first_half:)
    rests.each { |rested| push(rested) }
    # The rest before this spell, as the first of a pair, is longer the later the spell begins: the second is
    # then shorter.
    if state.promised && state.promised.to.nil? && rests.any? { |rested| rested.promised.nil? }
      push_later(state, 1, state.at)
    end
  end
end
