# frozen_string_literal: true

# The states with which a plan may begin, from a record.
class Core::Hours::Planner::Start
  NEVER = 1 << 60

  def initialize(question, rules, trip, rests)
    @question = question
    @rules = rules
    @trip = trip
    @rests = rests
    @as_of = question.as_of
  end

  # Array of State: going on at once, and going on with a rest under way.
  def states
    reading = read(@question.stretches, @as_of)
    rest = under_way(reading) or return with_promises(state(reading, @as_of), reading.shift)
    return state(reading, rest.from), *longer(state(reading, rest.from)) if reading.shift.nil?
    return state(reading, rest.from), *longer(before(rest).first) unless @trip.split_rest

    with_promises(*before(rest)).flat_map { |state| [state, *longer(state, first_half: true)] }
  end

  private

  def read(stretches, as_of) =
    Core::Hours::Reading.new(@rules, stretches, as_of, @question.exceptions, @question.days)

  def under_way(reading) = reading.stretches.last.rest? ? reading.rests.last : nil

  # [State, Shift] as the rest under way began: what it is depends on how long it will be.
  def before(rest)
    earlier = read(@question.stretches.reject { |stretch| stretch.from >= rest.from }, rest.from)
    [state(earlier, rest.from), earlier.shift]
  end

  def longer(state, first_half: false) =
    @rests.after(state, first_half:).select { |rested| rested.start > @as_of || first_half }

  def state(reading, rest_since)
    shift = reading.shift
    count = shift&.count_at(reading.as_of)
    limits =
      @rules
        .limits
        .to_h { |limit| [limit.name.to_sym, @rules.minutes(limit, count ? count.kinds : [])] }
        .values_at(:drive, :window, :break)
    spell =
      Core::Hours::Planner::Spell.new(
        before: nil,
        kind: nil,
        most: nil,
        movable: shift.nil?,
        status: resting_status
      )
    first = blank(spell, reading, rest_since)
    first.limits = limits
    first.counted_from = count ? reading.driven(count.anchor) - reading.driven(reading.as_of) : 0
    first.window_ends =
      @as_of + limits[1] - (count ? shift.elapsed(count, reading.as_of) + (@as_of - reading.as_of) : 0)
    first.halves = @trip.split_rest && shift ? halves(reading, shift) : []
    spell.first = first
    first
  end

  def blank(spell, reading, rest_since)
    Core::Hours::Planner::State.new.tap do |state|
      state.stop = state.late = state.total = state.worked = state.rests = 0
      state.left = @trip.stops.first.drive_minutes
      state.here = state.left.zero?
      state.at = state.start = @as_of
      state.spell = spell
      state.acts = state.begun = state.marks = []
      state.unbroken = reading.unbroken(reading.as_of)
      state.still_since = reading.stretches.reverse_each.find(&:driving?)&.to || (@as_of - NEVER)
      state.rest_since = rest_since
    end
  end

  # A rest that goes on stays what it is.
  def resting_status = @question.status == "sleeper" ? "sleeper" : "off_duty"

  def halves(reading, shift)
    driven = reading.driven(reading.as_of)
    shift.pairs.free.map do |rest|
      Core::Hours::Planner::Half.new(
        from: rest.from,
        to: rest.to,
        asleep_since: rest.to,
        slept: rest.sleeper_minutes,
        total: reading.driven(rest.to) - driven
      )
    end
  end

  # As it is, and with each rest that may pair promised to one that is to come. The second of a pair stands
  # still in the window already: it needs no promise.
  def with_promises(state, shift)
    promised = state.halves.reject { |half| shift.pairs.all.any? { |_, second| second.to == half.to } }
    [state, *promised.map { |half| promise(state, half) }]
  end

  def promise(state, half)
    state.change do |copy|
      copy.promised = half
      copy.window_ends += half.to - half.from
      copy.spell =
        Core::Hours::Planner::Spell.new(before: nil, kind: nil, most: nil, movable: false, status: "off_duty")
      copy.spell.first = copy
    end
  end
end
