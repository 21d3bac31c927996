# frozen_string_literal: true

# The best schedule with its work done as early as that costs nothing: the search begins spells of work as late
# as their waits allow, which keeps their windows open; who drives rather goes on, and waits where he is to be.
# So the time to spare at a stop is all there is.
#
# Who has not begun yet still sets out in time for the first stop, not to wait there. Where waiting is work, or
# may be a rest of a pair, it stays where it is.
class Core::Hours::Planner::Forward
  def initialize(trip, course, rests)
    @stops = trip.stops
    @course = course
    @rests = rests
    @moves = trip.rest_while_waiting? && !trip.split_rest
  end

  # best - State at the end. Returns State, as late and as soon done.
  def of(best)
    return best unless @moves

    moved = moved(best)
    moved && moved.late <= best.late && moved.at <= best.at ? moved : best
  end

  private

  def moved(state)
    before = state.spell.before
    spell = before ? again(moved(before), state.spell) : state.spell
    spell && earliest(spell, state)
  end

  # The spell after the same rest, begun when the work before it ends.
  def again(before, spell) = before && @rests.again(before, spell.kind)&.spell

  def earliest(spell, state)
    return @course.again(spell, state.acts, state.start) unless spell.movable

    # The wait behind a start grows minute by minute as it is moved: the first that is as good, and at worst the
    # one that was found.
    from = spell.before&.acts&.any? ? spell.first.start : in_time(spell, state)
    start = (from..state.start).bsearch { |instant| !as_good(spell, state, instant).nil? }
    start && as_good(spell, state, start)
  end

  def as_good(spell, state, start)
    moved = @course.again(spell, state.acts, start)
    moved if moved && moved.late <= state.late && moved.at <= state.at
  end

  def in_time(spell, state)
    opens = @stops[spell.first.stop].opens
    served = state.acts.index([:serve])
    return state.start if opens.nil? || served.nil?

    arriving = @course.again(spell, state.acts.first(served), state.start)
    latest = @course.latest_start(arriving, opens)
    latest.finite? ? latest.clamp(spell.first.start, state.start) : state.start
  end
end
