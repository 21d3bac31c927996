# frozen_string_literal: true

# What the places where postings end are worth to a truck: what leaves within reach of them in a day, and our own open
# loads there.
class Work::Market::Onward
  REACH_MILES = 75
  # Empty miles to the next load where nobody knows them yet. Common practice.
  USUAL_EMPTY_TENTHS = 500
  DAY_SECONDS = 86_400

  # kinds - of freight that the trailer does for; costs - Work::Market::TruckCosts
  def initialize(now, kinds, costs)
    @costs = costs
    @leaving =
      Store::Market::Looking.leaving(now, DAY_SECONDS).select { |row| kinds.include?(row[:trailer_kind]) }
    @own = Store::Market::Looking.own_pickups(now).select { |row| kinds.include?(row[:trailer_kind]) }
    @found = {}
  end

  # Core::Market::Onward::Worth of where a posting ends.
  def of(row)
    point = row.values_at(:destination_latitude, :destination_longitude)
    @found[point] ||= Core::Market::Onward.worth(
      around(point),
      usual,
      cost_per_day_cents: @costs.cents_per_day
    )
  end

  private

  def usual
    @usual ||=
      Core::Market::Onward.usual(
        @leaving.map { |row| row.values_at(:latitude, :longitude) }.uniq.map { |point| around(point) }
      )
  end

  def around(point)
    near = ->(row) { near?(point, row.values_at(:latitude, :longitude)) }
    rows = @leaving.select(&near)
    count = rows.sum { |row| row[:count] }
    Core::Market::Onward::Around.new(
      a_day: count,
      net_cents: count.zero? ? 0 : rows.sum { |row| net(row) } / count.to_r,
      own: @own.count(&near)
    )
  end

  # Of all postings of a row together.
  def net(row) =
    Money.cents(row[:rate]) -
      ((row[:miles_tenths] + (row[:count] * USUAL_EMPTY_TENTHS)) * @costs.cents_per_tenth)

  def near?(one, other)
    @near ||= {}
    @near.fetch([one, other]) do |key|
      points = key.map { |latitude, longitude| Core::Roads::Point.new(latitude:, longitude:) }
      @near[key] = @near[key.reverse] = Core::Roads.great_circle_miles(*points) <= REACH_MILES
    end
  end
end
