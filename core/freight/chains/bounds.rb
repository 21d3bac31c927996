# frozen_string_literal: true

# What the rest of a chain can bring at most, by place, time and the number of loads that are left: computed
# backwards, in steps of time, for a truck that is a little better than ours.
#
# Its time is one figure for the instant and the day's driving together: `at + driven × 600 / limit`, the instant
# to which it would be set back if the standing that its driving has earned were taken at once. No standing makes
# this figure smaller (a standing of 600 minutes takes away 600 at most and lasts as long), a wait or a service adds
# its length, and driving adds 1 + 600 / limit for each minute. It is never more than 600 past the instant itself,
# so an appointment is held against it with 600 minutes of grace; a step of time is rounded down, and a load may be
# taken twice: each of these only makes the truck better, so no chain is worth more than is said here.
class Core::Freight::Chains::Bounds
  GRACE = Core::Freight::Chains::STANDING_MINUTES
  NOTHING = -Float::INFINITY
  # Steps of time: so many, at least a quarter of an hour each.
  STEPS = 64
  LEAST_STEP_MINUTES = 15.0
  # Steps that are passed over together where none of them can gain.
  BLOCK = 8

  attr_reader :minutes_per_step, :driving_factor

  # ways - Hash of place to [[place, Leg], …], see Question#empty_legs
  def initialize(question, ways)
    @question = question
    @ways = ways
    @start_at = question.start_at
    @fuel = question.fuel_cents_per_tenth.to_f
    @daily = question.daily_cents_per_minute.to_f
    @service = question.service_minutes
    @driving_factor = 1 + (GRACE.to_f / question.daily_drive_minutes)
    horizon = question.end_by - @start_at + GRACE
    @minutes_per_step = [horizon.to_f / STEPS, LEAST_STEP_MINUTES].max
    @steps = (horizon / @minutes_per_step).to_i + 1
    @facts = question.loads.map { |load| facts(load) }
    compute
  end

  # One figure for the instant and the day's driving, in minutes since the start: the least of the states.
  def effective(states)
    share = @driving_factor - 1
    states.map { |at, since, driven| [at, since + (share * driven)].max }.min - @start_at
  end

  # At most what a truck brings that is ready at a place with up to so many loads to go.
  def ready(place, effective, loads)
    row = @ready[loads][place] or return NOTHING
    row[effective / @minutes_per_step] || NOTHING
  end

  # The same for one that is at a place where loads begin.
  def at_pickup(place, effective, loads) =
    @begun[loads][place]&.at((effective / @minutes_per_step).to_i) || NOTHING

  # At most what a load brings with up to so many after it, for a truck that is at its pickup.
  def taken(index, effective, further)
    facts = @facts[index]
    at = [effective, facts.opens].max
    at > facts.closes ? NOTHING : value(facts, at, further)
  end

  private

  # What a load is to a bound, in minutes since the start and in cents; closes and latest are with their grace.
  # service_and_drive - effective minutes from the start of the pickup's service to the arrival
  # least_minutes - the same by the clock
  Facts = Struct.new(:opens, :closes, :latest, :net, :service_and_drive, :least_minutes, :to, :ends)
  private_constant :Facts

  def facts(load)
    Facts.new(
      [(load.pickup_from - @start_at).to_f, 0.0].max,
      load.pickup_to - @start_at + GRACE,
      load.latest_delivery - @start_at + GRACE,
      load.rate_cents - cost(load.leg),
      @service + (load.leg.minutes * @driving_factor),
      @service + load.leg.minutes,
      load.to,
      @question.near_end[load.to]
    )
  end

  def compute
    # At most so much with none, one, … loads to go; by place, then by step of time.
    @ready = [{}]
    @begun = [{}]
    by_origin = @question.loads.each_index.group_by { |index| @question.loads[index].from }
    1.upto(@question.max_loads) do |loads|
      @begun << by_origin.transform_values { |list| begun(list, loads - 1) }
      # The first load is taken from the start alone.
      @ready << @ways.transform_values { |list| ready_row(list, @begun.last) } if loads < @question.max_loads
    end
  end

  def begun(list, further)
    row = Array.new(@steps, NOTHING)
    list.each do |index|
      facts = @facts[index]
      opens = facts.opens
      step = (opens / @minutes_per_step).to_i
      last = [(facts.closes / @minutes_per_step).to_i, @steps - 1].min
      while step <= last
        edge = step * @minutes_per_step
        worth = value(facts, [edge, opens].max, further)
        # Later it brings no more.
        break if worth == NOTHING

        row[step] = worth if worth > row[step]
        step += 1
      end
    end
    # Who comes earlier can wait.
    (@steps - 2).downto(0) { |one| row[one] = row[one + 1] if row[one + 1] > row[one] }
    row
  end

  # Rows never rise: a block whose first step brings no more than its last one has already gains nothing. The ways
  # that bring most come first, so that most of the others are passed over so.
  def ready_row(ways, begun)
    row = Array.new(@steps, NOTHING)
    promising(ways, begun).each do |_, shift, cost, there|
      last = @steps - shift
      step = 0
      while step < last
        block_end = step + BLOCK
        block_end = last if block_end > last
        best = there[step + shift] - cost
        break if best == NOTHING

        if best <= row[block_end - 1]
          step = block_end
          next
        end
        while step < block_end
          worth = there[step + shift] - cost
          row[step] = worth if worth > row[step]
          step += 1
        end
      end
    end
    row
  end

  # [less what it brings at best, steps that it takes, cents that it costs, what is there] of each way, the best first
  def promising(ways, begun)
    ways
      .filter_map do |place, leg|
        there = begun[place] or next
        cost = cost(leg)
        shift = ((leg.minutes * @driving_factor) / @minutes_per_step).to_i
        best = there[shift]
        [cost - best, shift, cost, there] if best && best != NOTHING
      end
      .sort_by!(&:first)
  end

  # at - effective minutes since the start at which its pickup is served
  def value(facts, at, further)
    delivered = at + facts.service_and_drive
    return NOTHING if delivered > facts.latest

    worth = facts.ends ? last_value(facts, at, delivered) : NOTHING
    if further.positive? && (row = @ready[further][facts.to])
      onward = row[(delivered + @service) / @minutes_per_step]
      worth = onward if onward && onward > worth
    end
    facts.net + worth
  end

  # What the days cost at least when the chain ends with this load.
  def last_value(facts, at, delivered)
    leaves = at - GRACE
    leaves = facts.opens if facts.opens > leaves
    arrives = leaves + facts.least_minutes
    arrives = delivered - GRACE if delivered - GRACE > arrives
    arrives > @question.end_by - @start_at ? NOTHING : -@daily * arrives
  end

  def cost(leg) = (leg.tenths * @fuel) + leg.toll_cents
end
