# frozen_string_literal: true

# What the places where postings end are worth to a truck: what leaves within reach of them in a day, and our own open
# loads there.
class Work::Market::Onward
  DAY_SECONDS = 86_400

  # What leaves within reach of points, added up: the same for every truck with such a trailer, and so kept for as long
  # as what was read for it is.
  class Sums
    # postings - how many, and the sums of their rates and miles; own - open loads
    Sum = Value.of(:postings, :rate_cents, :tenths, :own)

    def self.of(leaving, own, kinds)
      @kept = { of: [leaving, own], by: {} } unless @kept &&
        [leaving, own].zip(@kept[:of]).all? { |a, b| a.equal?(b) }
      @kept[:by][kinds] ||= new(
        *[leaving, own].map { |rows| rows.select { |row| kinds.include?(row[:trailer_kind]) } }
      )
    end

    def initialize(leaving, own)
      @leaving = leaving.group_by { |row| row.values_at(:latitude, :longitude) }
      @own = own.map { |row| row.values_at(:latitude, :longitude) }
      @found = {}
    end

    # Of every place where something leaves.
    def all = @leaving.keys.map { |point| at(point) }

    def at(point)
      @found[point] ||= begin
        rows = @leaving.select { |other, _| near?(point, other) }.values.flatten
        Sum.new(
          postings: rows.sum { |row| row[:count] },
          rate_cents: rows.sum { |row| Money.cents(row[:rate]) },
          tenths: rows.sum { |row| row[:miles_tenths] },
          own: @own.count { |other| near?(point, other) }
        )
      end
    end

    private

    def near?(one, other)
      points = [one, other].map { |latitude, longitude| Core::Roads::Point.new(latitude:, longitude:) }
      Core::Roads.great_circle_miles(*points) <= Core::Market::Onward::REACH_MILES
    end
  end

  # kinds - of freight that the trailer does for; costs - Work::Market::TruckCosts
  def initialize(now, kinds, costs)
    @costs = costs
    @sums =
      Sums.of(
        Store::Market::Looking.leaving(now, DAY_SECONDS),
        Store::Market::Looking.own_pickups(now),
        kinds
      )
    @found = {}
  end

  # Core::Market::Onward::Worth of where a posting ends.
  def of(row)
    point = row.values_at(:destination_latitude, :destination_longitude)
    @found[point] ||= Core::Market::Onward.worth(
      around(@sums.at(point)),
      usual,
      cost_per_day_cents: @costs.cents_per_day
    )
  end

  private

  def usual = @usual ||= Core::Market::Onward.usual(@sums.all.map { |sum| around(sum) })

  # sum - of Sums
  def around(sum) = Core::Market::Onward.around(**sum.to_h, cents_per_tenth: @costs.cents_per_tenth)
end
