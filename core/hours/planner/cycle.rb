# frozen_string_literal: true

# The limit over days, as it bears on minutes that are still to be worked.
#
# For the first days of a plan the record says how much may be worked; later ones look back on days of the
# plan itself, whose work a State keeps in `marks`. Most trips never come near: then nothing is counted at
# all.
class Core::Hours::Planner::Cycle
  # reading - of the record until as_of; most_work - the most minutes on duty that a plan can hold
  def initialize(rules, reading, days, horizon, most_work)
    @limit = rules.limit("days")
    @days = days
    @horizon = horizon
    @today = days.day_of(reading.as_of)
    worked = reading.worked(reading.as_of)
    @allowed = (0...@limit.days).map { |ahead| [@limit.minutes - used(reading, ahead, worked), 0].max }
    @binds = most_work > @allowed.first
    @long = most_work > @limit.minutes
  end

  # Can the limit be met at all?
  def binds? = @binds

  # The earliest instant at which so many minutes of work can be behind a driver who has not restarted since
  # as_of, with driving last.
  def earliest(worked)
    ahead = @allowed.index { |allowed| allowed >= worked } || @limit.days
    ahead.zero? ? 0 : @days.start(@today + ahead)
  end

  # Minutes of work that the record allows on the day of an instant, counted from as_of, for driving to be
  # possible at the end of them: none where that day looks back on days after as_of alone.
  def allowed_at(instant) = @allowed[@days.day_of(instant) - @today] || 0

  # Minutes of rest that make the count begin anew.
  def restart_minutes = @limit.restart_minutes

  # Keeps what was worked as days begin, up to an instant.
  def mark(state, to, working)
    return unless @long

    while (start = @days.start(@today + 1 + state.marks.length)) <= to
      state.marks += [state.worked + (working ? start - state.at : 0)]
    end
  end

  # The first instant, not before the given one, with driving left; nil when there is none. `added` is what
  # waiting adds to the work.
  def ready(state, instant, added: false)
    return instant unless @binds

    while allowance(state, instant) <= state.worked + (added ? instant - state.at : 0)
      instant = @days.start(@days.day_of(instant) + 1)
      return if instant > @horizon
    end
    instant
  end

  # Minutes that can be driven on end from an instant, at most so many.
  def room(state, instant, worked, wanted)
    return wanted unless @binds

    driven = 0
    while driven < wanted
      left = allowance(state, instant) - worked
      tomorrow = @days.start(@days.day_of(instant) + 1)
      here = [left, tomorrow - instant, wanted - driven].min
      return driven if here <= 0

      driven += here
      worked += here
      return driven if here == left && instant + here < tomorrow

      instant += here
    end
    driven
  end

  private

  def used(reading, ahead, worked)
    instant = [@days.start(@today + ahead), reading.as_of].max
    reading.used_of_days(@limit, instant, @today + ahead, worked)
  end

  # What may have been worked since as_of for driving to be allowed at an instant.
  def allowance(state, instant)
    ahead = @days.day_of(instant) - @today
    allowed =
      @allowed[ahead] || (@limit.minutes + (@long ? state.marks.fetch(ahead - @limit.days, state.worked) : 0))
    state.restarted ? [allowed, @limit.minutes + state.restarted].max : allowed
  end
end
