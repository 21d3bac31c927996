# frozen_string_literal: true

# Empty ways between the towns of postings, for chains: those that are known, and by one search each those from where
# the truck is and to where it should be.
class Work::Market::TownLegs
  Leg = Core::Freight::Chains::Leg
  HERE = Leg.new(tenths: 0, minutes: 0, toll_cents: 0)

  # start, finish - rows with latitude and longitude
  def initialize(start, finish)
    @ways = Work::Market::LaneWays.new
    @indexes = {}
    @rows = []
    @fans = [start, finish].to_h { |row| [place(row), Core::Roads.fan(Store::Roads::Leg.network, spot(row))] }
  end

  # The index of a row's town.
  def place(row)
    @indexes[row.values_at(:latitude, :longitude)] ||= begin
      @rows << row
      @rows.length - 1
    end
  end

  def places = @rows.length

  # See Core::Freight::Chains::Question. avoid - states
  def empty_legs(goals, limit_tenths, avoid)
    @limit_tenths = limit_tenths
    all = (0...places).select { |place| goals[place] && !avoid.include?(@rows[place][:state]) }
    ->(from) do
      all.filter_map do |to|
        leg = leg(from, to)
        [to, leg] if leg && leg.tenths <= limit_tenths
      end
    end
  end

  # Array of Boolean by place: is it within so many tenths of a mile of a row?
  def near(row, limit_tenths)
    here = place(row)
    (0...places).map do |place|
      next true if place == here
      next false if Core::Roads.great_circle_miles(point(@rows[place]), point(row)) * 10 > limit_tenths

      (@fans[here].to(spot(@rows[place]))&.tenths || Float::INFINITY) <= limit_tenths
    end
  end

  private

  def leg(from, to)
    return HERE if from == to

    way = @ways.known(@rows[from], @rows[to])
    if way
      return Leg.new(tenths: way[:miles_tenths], minutes: way[:drive_minutes], toll_cents: way[:toll_cents])
    end

    fanned(from, to) if @fans[from]
  end

  def fanned(from, to)
    # Farther by the straight line than an empty way may be, it need not be searched for.
    return if Core::Roads.great_circle_miles(point(@rows[from]), point(@rows[to])) * 10 > @limit_tenths

    reach = @fans[from].to(spot(@rows[to]))
    reach && Leg.new(tenths: reach.tenths, minutes: reach.minutes, toll_cents: 0)
  end

  def spot(row) = Core::Roads.place("#{row[:town]}, #{row[:state]}", point(row))
  def point(row) = Core::Roads::Point.new(latitude: row[:latitude], longitude: row[:longitude])
end
