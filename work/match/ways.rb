# frozen_string_literal: true

# The empty ways of crews to loads, by one search for each place that many crews are held against. The ways are
# kept as long as one judge is asked.
class Work::Match::Ways
  def initialize
    @fans = {}
    @reached = {}
  end

  # Where the trailer stands, if it has to be fetched out of the way; the trip's own way is worked out by
  # Work::Freight::EmptyWay. trailer - unit row, or nil
  def fetched_at(slot, trailer, load)
    return if trailer.nil? || slot.trailer_ids.include?(trailer[:id])

    stands = stands_at(trailer, load.from) or return
    places = [stands, slot.place, load.stops.first].map { |row| point(row) }
    stands if Core::Match::Trailers.out_of_the_way?(*places)
  end

  # From where a crew is to the first stop, by way of such a trailer. exact - as a trip measures it: of ways that
  # take the same seconds a fan may take another
  def empty(slot, fetched_at, load, exact:)
    ways =
      [slot.place, fetched_at, load.stops.first].compact
        .each_cons(2)
        .map { |from, to| exact ? routed(from, to) : reach(to, from) }
    Core::Roads::Fan::Reach.new(tenths: ways.sum(&:tenths), minutes: ways.sum(&:minutes))
  end

  # Core::Roads::Fan::Reach of a stop from a place, both rows; an estimate where no road of ours goes.
  def reach(stop, place)
    @reached[[*at(stop), *at(place)]] ||= fan(stop).to(place(place)) ||
      Core::Roads::Estimate.between(point(place), point(stop))
  end

  # Takes a reach that was found elsewhere already.
  def know(stop, place, reach) = @reached[[*at(stop), *at(place)]] = reach

  def point(row) = Core::Roads::Point.new(latitude: row[:latitude], longitude: row[:longitude])

  private

  def fan(stop) = @fans[at(stop)] ||= Core::Roads.fan(Store::Roads::Leg.network, place(stop))

  def routed(from, to)
    leg = Store::Roads::Leg.new(from, to)
    Core::Roads::Fan::Reach.new(tenths: (leg.miles * 10).to_i, minutes: leg.minutes)
  end

  # The row of the place where a unit will be: where the trip before leaves it.
  def stands_at(unit, instant)
    before = unit[:held].select { |held| instant && held[:leaves] && held[:during].end <= instant }
    before.max_by { |held| held[:during].end }&.fetch(:leaves) || unit[:stands]
  end

  def at(row) = row.values_at(:latitude, :longitude)
  def place(row) = Core::Roads.place(row[:town] ? "#{row[:town]}, #{row[:state]}" : "here", point(row))
end
