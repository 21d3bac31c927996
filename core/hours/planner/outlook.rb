# frozen_string_literal: true

# What a plan cannot do better than from a State on: bounds that order the search and let the hopeless go
# unseen.
class Core::Hours::Planner::Outlook
  def initialize(trip, rules, cycle)
    @cycle = cycle if cycle.binds?
    @stops = trip.stops
    @interruption = rules.limit("interruption")&.interruption_minutes || 0
    @driving = rules.limits.find { |limit| limit.counts == "driving" && limit.within == "shift" }.minutes
    @rest = rules.shift_rest_minutes
    @least_rest = trip.split_rest ? rules.split.least_minutes : @rest
    @driving_after = @stops.each_index.map { |i| @stops.drop(i + 1).sum(&:drive_minutes) }
  end

  # Driving minutes from a state to the end.
  def driving(state) = state.stop < @stops.length ? state.left + @driving_after[state.stop] : 0

  # [minutes late in all, the end], each at least; nil when drive windows leave no way.
  def bounds(state)
    stop = state.stop
    late = state.late
    waited = rested = state.at # two clocks, neither ahead of the truth: one that waits, and one that rests
    free = [state.driving_left, 0].max
    driven = 0
    drive = state.left
    first_rest = state.halves.empty? ? @rest - rested_already(state) : @least_rest
    while stop < @stops.length
      here = @stops[stop]
      waited = here.drive_windows ? driven_within(here.drive_windows, waited, drive) : waited + drive
      return if waited.nil?

      rested += drive
      driven += drive
      if driven > free
        rests = first_rest + ((driven - free - 1) / @driving * @rest)
        arrives = rested + rests
        waited = arrives if arrives > waited
      end
      if @cycle && state.restarted.nil? && drive.positive?
        hours_back = hours_back(state, rested)
        waited = hours_back if hours_back > waited
      end
      opens = here.opens
      waited = opens if opens && opens > waited
      closes = here.closes
      late += waited - closes if closes && waited > closes
      waited += here.service_minutes
      rested += here.service_minutes
      stop += 1
      drive = @stops[stop].drive_minutes if stop < @stops.length
    end
    [late, waited]
  end

  # Of a rest that is under way a part is behind the driver; that before a spell has given all it has.
  def rested_already(state) =
    state.acts.empty? && state.spell.before ? 0 : [state.at - state.rest_since, @rest].min

  # When the hours over days allow all the work until an instant of work without a rest: as old days drop out,
  # or after a restart.
  def hours_back(state, instant)
    [
      @cycle.earliest(state.worked + instant - state.at),
      instant + @cycle.restart_minutes - (state.at - state.rest_since)
    ].min
  end

  # When driving of so many minutes is over at the earliest, within windows.
  def driven_within(windows, instant, minutes)
    return instant if minutes.zero?

    windows.each do |from, to|
      next if to <= instant

      instant = from if from > instant
      return instant + minutes if to - instant >= minutes

      minutes -= to - instant
      instant = to
    end
    nil
  end

  # Is the window of the spell certain to be long enough for all that is left? Then a later start is of no
  # use.
  def within_spell?(state)
    return false unless driving(state) <= state.driving_left && @stops.drop(state.stop).none?(&:drive_windows)

    bounds(state).last + @interruption <= state.window_ends
  end
end
