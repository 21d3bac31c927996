# frozen_string_literal: true

require "highs"

# A question of chains without a limit of driving as a mixed-integer model: a column for each load that follows
# another one or the start, one for each that may be the last, one for when each is picked up and for the arrival,
# and one for its turn, so that no circle of loads stands by itself.
class ChainModel
  # Longer than any chain: what is not chosen binds nothing.
  FAR = 20_000.0
  OPEN = Float::INFINITY

  def initialize(question)
    @question = question
    @loads = question.loads
    @pairs = [nil, *@loads.each_index].flat_map { |from| ways(from) }
    @ends = @loads.each_index.select { |i| question.near_end[@loads[i].to] }
    @chosen = @pairs.length + @ends.length
    @arrival = @chosen + @loads.length
  end

  # Cents of the best chain, rounded nowhere; nil where there is none.
  def profit_cents
    return if @ends.empty? || @pairs.none? { |from, _, _| from.nil? }

    solved = Highs.mip(sense: :maximize, a_format: :rowwise, **columns, **constraints).solve
    solved[:obj_value] if solved[:status] == :optimal
  end

  private

  def ways(from)
    ways = @question.empty_legs.call(from ? @loads[from].to : @question.start).to_h
    @loads.each_index.filter_map do |to|
      [from, to, ways[@loads[to].from]] if from != to && ways[@loads[to].from]
    end
  end

  def cost(leg) = (leg.tenths * @question.fuel_cents_per_tenth.to_f) + leg.toll_cents
  def since_start(minutes) = (minutes - @question.start_at).to_f
  def pickup(load) = @chosen + load
  def turn(load) = @arrival + 1 + load

  def columns
    worth = @pairs.map { |_, to, leg| @loads[to].rate_cents - cost(leg) - cost(@loads[to].leg) }
    rest = [
      *@loads.map { |load| [0.0, [since_start(load.pickup_from), 0.0].max, since_start(load.pickup_to)] },
      [-@question.daily_cents_per_minute.to_f, 0.0, since_start(@question.end_by)],
      *@loads.map { [0.0, 0.0, @loads.length.to_f] }
    ].transpose
    {
      col_cost: [*worth, *([0.0] * @ends.length), *rest[0]],
      col_lower: [*([0.0] * @chosen), *rest[1]],
      col_upper: [*([1.0] * @chosen), *rest[2]],
      integrality: ([1] * @chosen) + ([0] * rest[0].length)
    }
  end

  def constraints
    rows = [[1.0, 1.0, into(nil, 0)], *@loads.each_index.flat_map { |i| of_load(i) }, *in_time]
    {
      row_lower: rows.map { |low, _, _| low },
      row_upper: rows.map { |_, high, _| high },
      a_start:
        rows.each_with_object([0]) { |(_, _, row), starts| starts << (starts.last + row.length) }[0...-1],
      a_index: rows.flat_map { |_, _, row| row.keys },
      a_value: rows.flat_map { |_, _, row| row.values }
    }
  end

  # The columns of pairs with this load at one side, each once.
  def into(load, side) = @pairs.each_index.select { |k| @pairs[k][side] == load }.to_h { |k| [k, 1.0] }

  # It is left as often as it is come to, once at most, and delivered in time.
  def of_load(load)
    come = into(load, 1)
    last = @ends.each_index.select { |k| @ends[k] == load }.to_h { |k| [@pairs.length + k, -1.0] }
    latest = since_start(@loads[load].latest_delivery - @loads[load].leg.minutes)
    [
      [0.0, 0.0, come.merge(into(load, 0).transform_values(&:-@), last)],
      [-OPEN, 1.0, come],
      [-OPEN, latest + FAR, { pickup(load) => 1.0 }.merge(come.transform_values { FAR })]
    ]
  end

  # What follows comes later by the minutes between.
  def in_time
    follows =
      @pairs.each_with_index.flat_map do |(from, to, leg), k|
        next [[leg.minutes - FAR, OPEN, { pickup(to) => 1.0, k => -FAR }]] if from.nil?

        minutes = leg.minutes + @loads[from].leg.minutes
        [
          [minutes - FAR, OPEN, { pickup(to) => 1.0, pickup(from) => -1.0, k => -FAR }],
          [1 - FAR, OPEN, { turn(to) => 1.0, turn(from) => -1.0, k => -FAR }]
        ]
      end
    follows +
      @ends.each_with_index.map do |from, k|
        [
          @loads[from].leg.minutes - FAR,
          OPEN,
          { @arrival => 1.0, pickup(from) => -1.0, (@pairs.length + k) => -FAR }
        ]
      end
  end
end
