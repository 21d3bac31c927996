# frozen_string_literal: true

# Ways between the towns where freight is posted, as a booked load's are measured: each is found once, by the worker,
# and kept in the database. Towns do not move.
class Work::Market::LaneWays
  # Towns that lie so near each other are ways without a load.
  NEAR_MILES = 260

  # Way of one town to another, as the columns of postings.
  def self.measured(from, to)
    leg = Store::Roads::Leg.new(from, to)
    { miles_tenths: (leg.miles * 10).to_i, drive_minutes: leg.minutes, toll_cents: Money.cents(leg.tolls) }
  end

  def self.key(from, to) = [*from.values_at(:latitude, :longitude), *to.values_at(:latitude, :longitude)]

  def initialize
    @known = Store::Market::TownWays.by_ends
  end

  # { miles_tenths:, drive_minutes:, toll_cents: } between two rows with town, state, latitude and longitude.
  def between(from, to)
    key = self.class.key(from, to)
    @known[key] ||= self.class.measured(from, to).tap { |way| keep(key, way) }
  end

  # The same where it is known already, or nil.
  def known(from, to) = @known[self.class.key(from, to)]

  # Finds ways between towns that lie near each other, as many as are asked for. towns - rows
  def find_near(towns, most)
    towns
      .permutation(2)
      .lazy
      .select { |from, to| !known(from, to) && near?(from, to) }
      .first(most)
      .each { |from, to| between(from, to) }
  end

  private

  def keep(key, way)
    Store::Market::TownWays.once(
      { from_latitude: key[0], from_longitude: key[1], to_latitude: key[2], to_longitude: key[3], **way },
      returns: :miles_tenths
    )
  end

  def near?(from, to)
    points =
      [from, to].map { |row| Core::Roads::Point.new(latitude: row[:latitude], longitude: row[:longitude]) }
    Core::Roads.great_circle_miles(*points) <= NEAR_MILES
  end
end
