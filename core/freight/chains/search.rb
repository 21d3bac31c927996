# frozen_string_literal: true

# Finds the best chains, exactly.
#
# Labels are set load by load. A label is a chain so far: where it ends, what it has earned and driven, and the
# states of time in which it may be there (see Timing). From each, every load is tried that could still be reached
# and that could still lead to a chain among the best: what the rest can bring at most is known from the end
# backwards (Bounds). Labels at one place with equally many loads are held against each other: one that is behind
# as many others as chains are wanted, in money, time and the day's driving, is dropped.
#
# Why nothing is lost: a bound is never less than what a chain comes to, and a label is dropped only when its bound
# is below the worst of the best chains that are already known, by more than rounding could make up. A label that
# is dominated may be continued in no way that each of its betters may not be continued in as well, and before it
# in the order of the answer: later loads are the same, no money is less, no state of time is worse, none of the
# loads it has and they lack can still be open when they go on; and equal figures are settled by the ids, which
# differ before the part that is the same. There are as many betters as chains are wanted: so it is in no answer.
#
# A first, narrow run that keeps only the most promising labels of each level makes good chains known early. It
# decides nothing: the second run keeps every label that counts.
class Core::Freight::Chains::Search
  # A chain so far. earned - cents less fuel, as a Float for bounds; income_cents - rates less tolls, exact
  Label = Struct.new(:bound, :place, :earned, :income_cents, :toll_cents, :loaded, :empty, :states, :loads)

  # Fuel and days are rounded once a chain: two sums may come out this many cents apart from their true distance.
  ROUNDING = 2.0
  NARROW = 200
  TRIED = 40

  def initialize(question)
    @question = question
    @loads = question.loads
    @timing = Core::Freight::Chains::Timing.new(question.daily_drive_minutes, question.service_minutes)
    @fuel = question.fuel_cents_per_tenth.to_f
    @ways = [question.start, *@loads.map(&:to)].uniq.to_h { |place| [place, question.empty_legs.call(place)] }
    @bounds = Core::Freight::Chains::Bounds.new(question, @ways)
    @factor = @bounds.driving_factor
    @tried = {}
    @betters = Core::Freight::Chains::Betters.new(question, ROUNDING)
  end

  # Returns Array of Chain, best first.
  def best
    @floor = -1e300
    run(NARROW)
    @floor = floor
    run(nil)
    @found.map(&:last)
  end

  private

  # What a chain's bound must reach to matter.
  def floor = @found.length < @question.top ? @floor : [@floor, -@found.last.first[0] - ROUNDING].max

  # keep - how many labels of a level go on; nil: all that could matter
  def run(keep)
    @found = []
    labels = [first_label]
    (@question.max_loads - 1).downto(0) do |further|
      labels =
        labels.flat_map { |label| label.bound < floor ? [] : extend_label(label, further, keep && TRIED) }
      labels.sort_by! { |label| -label.bound }
      labels = keep ? labels.first(keep) : @betters.undominated(labels)
      break if labels.empty?
    end
  end

  def first_label
    Label.new(
      Float::INFINITY,
      @question.start,
      0.0,
      0,
      0,
      0,
      0,
      Core::Freight::Chains::Timing.start(@question.start_at),
      []
    )
  end

  # The labels with one load more, and up to `further` to go; chains that may end so are kept.
  # keep - how many of them are tried, the most promising first; nil: all that could matter
  def extend_label(label, further, keep)
    tries = ways(label, further, keep).flat_map { |_, *way| tries(label, further, way, keep) }
    tries = tries.max_by(keep, &:first) if keep
    there = {}
    tries.filter_map do |worth, leg, index|
      next if worth < floor

      there[leg] ||= @timing.drive(label.states, leg.minutes)
      take(label, leg, index, there[leg], further)
    end
  end

  # [what a chain that goes this way comes to at most, where to, leg, earned on arrival, effective minutes then]
  def ways(label, further, keep)
    ready = @bounds.effective(label.states)
    least = floor
    ways =
      @ways[label.place].filter_map do |place, leg|
        earned = label.earned - (leg.tenths * @fuel) - leg.toll_cents
        effective = ready + (leg.minutes * @factor)
        worth = earned + @bounds.at_pickup(place, effective, further + 1)
        [worth, place, leg, earned, effective] unless worth < least
      end
    keep ? ways.max_by(keep, &:first) : ways
  end

  # [what a chain with this load comes to at most, the way to it, the load]
  def tries(label, further, (place, leg, earned, effective), keep)
    least = floor
    tried = worth_trying(place, further, least - earned)
    tried = tried.first(keep) if keep
    tried.filter_map do |index|
      worth = earned + @bounds.taken(index, effective, further)
      [worth, leg, index] unless worth < least || label.loads.include?(index)
    end
  end

  # The loads at a place that could bring so much at best, the best first.
  def worth_trying(place, further, least)
    tried = (@tried[further] ||= {})[place] ||= by_worth(place, further)
    tried.take_while { |worth, _| worth >= least }.map(&:last)
  end

  def by_worth(place, further)
    @at ||= @loads.each_index.group_by { |index| @loads[index].from }
    @at[place]
      .map { |index| [@bounds.taken(index, 0.0, further), index] }
      .reject { |worth, _| worth == -Float::INFINITY }
      .sort_by { |worth, index| [-worth, index] }
  end

  def take(label, leg, index, states, further)
    load = @loads[index]
    loaded = @timing.serve(states, load.pickup_from, load.pickup_to)
    return if loaded.empty?

    arrived = @timing.drive(loaded, load.leg.minutes)
    taken = with_load(label, leg, index, load)
    finish(taken, arrived.first.first, load)
    return if further.zero?

    taken.states = @timing.serve(arrived, @question.start_at, load.latest_delivery)
    return if taken.states.empty?

    taken.bound = taken.earned + @bounds.ready(load.to, @bounds.effective(taken.states), further)
    taken unless taken.bound < floor
  end

  def with_load(label, leg, index, load)
    tolls = leg.toll_cents + load.leg.toll_cents
    Label.new(
      nil,
      load.to,
      label.earned + load.rate_cents - tolls - ((leg.tenths + load.leg.tenths) * @fuel),
      label.income_cents + load.rate_cents - tolls,
      label.toll_cents + tolls,
      label.loaded + load.leg.tenths,
      label.empty + leg.tenths,
      nil,
      [*label.loads, index]
    )
  end

  # Keeps a chain that may end with this load, arriving there then, if it is among the best so far.
  def finish(label, arrive_at, load)
    return unless @question.near_end[load.to]
    return if arrive_at > load.latest_delivery || arrive_at > @question.end_by

    minutes = arrive_at - @question.start_at
    fuel = ((label.loaded + label.empty) * @question.fuel_cents_per_tenth).round(half: :up)
    daily = (minutes * @question.daily_cents_per_minute).round(half: :up)
    profit = label.income_cents - fuel - daily
    return if @found.length >= @question.top && profit < -@found.last.first[0]

    keep(
      Core::Freight::Chains::Chain.new(
        loads: label.loads.map { |one| @loads[one].id },
        revenue_cents: label.income_cents + label.toll_cents,
        fuel_cents: fuel,
        toll_cents: label.toll_cents,
        daily_cents: daily,
        loaded_tenths: label.loaded,
        deadhead_tenths: label.empty,
        minutes:,
        arrive_at:,
        zone_seconds: @question.zone_seconds
      )
    )
  end

  def keep(chain)
    order = chain.order
    at = @found.bsearch_index { |other, _| (other <=> order).positive? } || @found.length
    @found.insert(at, [order, chain])
    @found.pop if @found.length > @question.top
  end
end
