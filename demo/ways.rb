# frozen_string_literal: true

# Where the demo's trucks are on their way: between the stop that was left and the next, as far as the record
# of duty says that was driven. What has been goes into the database, what comes to the stand-in of the
# devices.
class Demo::Ways
  EVERY_MINUTES = 10
  AHEAD_MINUTES = 14 * 60

  def initialize(driver_id, stretches, minute)
    @driver_id = driver_id
    @driving = stretches.select(&:driving?)
    @minute = minute
  end

  # Array of { driver:, at:, latitude:, longitude: } to come.
  def load
    trip = Work::Tracking::Position.under_way(@driver_id) or return []
    left, ahead = leg(trip)
    return [] if left.nil?

    way = Store::Roads::Leg.new(left, ahead)
    return [] if way.estimated?

    past, future = points(way, left[:left_at].to_i / 60).partition { |point| point[:at].to_i / 60 <= @minute }
    Work::Tracking::Position.by_device(@driver_id, past, now: Time.at(@minute * 60).utc) if past.any?
    number = DB[:drivers].where(id: @driver_id).get(:number)
    future.map { |point| { driver: number, **point } }
  end

  private

  # The stop that was left, and the one he drives to.
  def leg(trip)
    rows =
      DB[:trip_stops]
        .join(:stops, id: :stop_id)
        .where(trip_id: trip[:id])
        .order(Sequel[:trip_stops][:position])
        .select_all(:stops)
        .select_append(:arrived_at, :left_at)
        .all
    rows.each_cons(2).find { |one, other| one[:left_at] && other[:arrived_at].nil? }
  end

  def points(way, from)
    line = way.route.line
    sums =
      line
        .each_cons(2)
        .reduce([0.0]) do |list, (one, other)|
          list << (list.last + Math.hypot((other[0] - one[0]) * 0.72, other[1] - one[1]))
        end
    (from..(@minute + AHEAD_MINUTES))
      .step(EVERY_MINUTES)
      .map { |minute| [minute, driven(from, minute)] }
      .take_while { |_, driven| driven < way.minutes }
      .map { |minute, driven| spot(line, sums, driven / way.minutes.to_f, minute) }
  end

  def driven(from, upto) = @driving.sum { |one| [[one.to, upto].min - [one.from, from].max, 0].max }

  # A share of the way's length along its line.
  def spot(line, sums, share, minute)
    at = share * sums.last
    i = (sums.index { |sum| sum > at } || (sums.length - 1)) - 1
    part = (at - sums[i]) / [sums[i + 1] - sums[i], 1e-9].max
    longitude, latitude =
      [0, 1].map { |axis| (line[i][axis] + ((line[i + 1][axis] - line[i][axis]) * part)).round(5) }
    { at: Time.at(minute * 60).utc, latitude:, longitude: }
  end
end
