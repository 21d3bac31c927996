# frozen_string_literal: true

# The rests that may begin in a State, each as the state at the earliest end of it.
#
# Where rests are split, the length of a rest decides what it is: it pairs with the nearest earlier one with
# which it makes the time, so that lengths fall into ranges, each with one meaning. A rest that is to be the
# first of a pair is promised: it leaves the window at once, and a later rest must then pair with it.
class Core::Hours::Planner::Rests
  Kind = Core::Value.of(:least, :most, :partner, :promise)

  # reading - of the record until as_of
  def initialize(trip, rules, cycle, reading)
    @as_of = reading.as_of
    @under_way = reading.rests.last if reading.stretches.last.rest?
    @stops = trip.stops
    @split = rules.split if trip.split_rest
    @long = rules.shift_rest_minutes
    @restart = cycle.binds? ? rules.limit("days").restart_minutes : nil
    @limits =
      rules.limits.to_h { |limit| [limit.name.to_sym, limit.minutes] }.values_at(:drive, :window, :break)
  end

  # first_half - is this a place for the first of a pair?
  #
  # Returns Array of State.
  def after(state, first_half:)
    asleep = asleep(state)
    kinds = full(state, asleep)
    kinds += short(state, asleep, first_half) if @split
    kinds.filter_map { |kind| rested(state, kind, asleep) }
  end

  # The same rest, begun in another state. Returns State, or nil.
  def again(state, kind) = rested(state, kind, asleep(state))

  private

  # [from when in the sleeper, the longest time in it before]. What a plan adds to a rest is in the sleeper;
  # of the record only what was.
  def asleep(state) =
    if state.rest_since < @as_of
      [@as_of - @under_way.sleeping_minutes, @under_way.sleeper_minutes]
    else
      [state.rest_since, 0]
    end

  def full(state, asleep)
    lengths = [@long, *@restart]
    if state.promised.nil?
      return lengths.map { |least| Kind.new(least:, most: nil, partner: nil, promise: false) }
    end

    # The promised rest is kept by a long one too, if it is the nearest that pairs.
    least = [@long, state.promised.missing(@split, state.start) + slept_late(state, asleep)].max
    return [] unless partner(state, least, asleep) == state.promised

    lengths.map { |length| Kind.new(least: [length, least].max, most: nil, partner: nil, promise: false) }
  end

  def short(state, asleep, first_half)
    starts =
      state
        .halves
        .map { |half| [@split.least_minutes, needed(state, half, asleep)].max }
        .select { |least| least < @long }
        .uniq
    kinds = starts.map { |least| [least, partner(state, least, asleep)] }
    bounds = [*starts, @long].sort
    pairing =
      kinds.filter_map do |least, half|
        next if half.nil? || (state.promised && half != state.promised)

        Kind.new(least:, most: bounds.find { |bound| bound > least } - 1, partner: half, promise: false)
      end
    first_half && state.promised.nil? ? pairing + promises(state, asleep, bounds.first - 1) : pairing
  end

  # The first of a pair to come. One that is to be in none is waiting, and no rest of its own.
  def promises(state, asleep, most)
    [@split.least_minutes, @split.sleeper_minutes + slept_late(state, asleep)].select do |least|
        least <= most
      end
      .map { |least| Kind.new(least:, most:, partner: nil, promise: true) }
  end

  # Minutes of a rest before its last unbroken time in the sleeper began.
  def slept_late(state, asleep) = asleep.last >= @split.sleeper_minutes ? 0 : asleep.first - state.rest_since

  def needed(state, half, asleep)
    missing = half.missing(@split, state.start)
    if half.sleeper_minutes(state.start) >= @split.sleeper_minutes || asleep.last >= @split.sleeper_minutes
      return missing
    end

    [missing, @split.sleeper_minutes + slept_late(state, asleep)].max
  end

  # The nearest earlier rest that makes a pair with one of this length.
  def partner(state, minutes, asleep)
    sleeper = [asleep.last, state.rest_since + minutes - asleep.first].max
    state.halves.reverse_each.find { |half| half.pairs?(@split, state.start, minutes, sleeper) }
  end

  def rested(state, kind, asleep)
    rest_from = state.rest_since
    ends = [state.at, rest_from + kind.least].max
    passed = []
    position = [state.stop, state.left, state.here, state.late]
    ends = pass(position, rest_from, ends, passed) if state.here
    return if kind.most && ends > rest_from + kind.most

    spell =
      Core::Hours::Planner::Spell.new(
        before: state,
        kind:,
        most: kind.most && (rest_from + kind.most),
        movable: true,
        status: @split ? "sleeper" : "off_duty",
        passed:
      )
    first = state.change { |copy| begin_spell(copy, spell, position, ends) }
    first.restarted = first.worked if @restart && kind.least >= @restart
    renew(first, state, kind, asleep)
    spell.first = first
    first
  end

  def begin_spell(first, spell, position, start)
    first.stop, first.left, first.here, first.late = position
    first.spell = spell
    first.acts = first.begun = []
    first.at = first.start = start
    first.unbroken = 0
    first.rests += 1
  end

  # Stops without service go by while the driver rests.
  def pass(position, from, ends, passed)
    stop, _, here, late = position
    while here && @stops[stop].service_minutes.zero? && stop < @stops.length - 1
      from = [from, @stops[stop].opens || from].max
      late += [from - (@stops[stop].closes || from), 0].max
      passed << [stop, from]
      stop += 1
      here = @stops[stop].drive_minutes.zero?
    end
    position.replace([stop, @stops[stop].drive_minutes, here, late]) unless passed.empty?
    [ends, from].max
  end

  # Hours as they are after the rest.
  def renew(first, state, kind, asleep)
    half =
      Core::Hours::Planner::Half.new(
        from: state.rest_since,
        to: nil,
        asleep_since: asleep.first,
        slept: asleep.last,
        total: state.total
      ) if @split
    if kind.least >= @long
      begin_anew(first, state.total, first.start + @limits[1], [])
    elsif kind.partner
      gone = state.rest_since - kind.partner.ended(state.start).to
      begin_anew(first, kind.partner.total, first.start + @limits[1] - gone, [half])
    else
      first.halves = [*state.halves.map { |other| other.ended(state.start) }, half]
      first.promised = half
      first.window_ends += first.start - state.rest_since
    end
  end

  def begin_anew(first, counted_from, window_ends, halves)
    first.counted_from = counted_from
    first.window_ends = window_ends
    first.limits = @limits
    first.halves = halves
    first.promised = nil
  end
end
