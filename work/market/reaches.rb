# frozen_string_literal: true

# How far the towns of postings are by road from where trucks are: found by one search for each place, and kept for as
# long as the roads are the same. Towns do not move, and trucks are looked from again and again.
module Work::Market::Reaches
  # So many places are kept, the oldest goes.
  PLACES = 400

  class << self
    # { [latitude, longitude] => Core::Roads::Fan::Reach } of the towns within so many miles. place, towns - rows with
    # latitude and longitude
    def near(place, towns, radius_miles)
      from = point(place)
      towns
        .select { |town| Core::Roads.great_circle_miles(from, point(town)) <= radius_miles }
        .to_h { |town| [town.values_at(:latitude, :longitude), to(from, town)] }
        .select { |_, reach| reach && reach.tenths <= radius_miles * 10 }
    end

    # Of one place to one town, or nil where no road of ours goes.
    def between(place, town) = to(point(place), town)

    # Tells a judge the ways home from where postings end, for a crew that has promised to be there.
    # judge - Work::Match::Judge; crew - Work::Match::Crews::Crew; rows - of postings
    def know_home(judge, crew, rows)
      return unless crew.drivers.any? { |row| row[:home_by] }

      home = crew.drivers.first
      rows.each do |row|
        town = %i[town state latitude longitude].to_h { |key| [key, row[:"destination_#{key}"]] }
        reach = between(home, town)
        judge.know_way(town, home, reach) if reach
      end
    end

    private

    def to(from, town)
      network = Store::Roads::Leg.network
      @kept = { network:, of: {} } unless @kept && @kept[:network].equal?(network)
      known = @kept[:of].delete(from) || {}
      @kept[:of][from] = known
      @kept[:of].shift if @kept[:of].length > PLACES
      known.fetch(town.values_at(:latitude, :longitude)) do |at|
        known[:fan] ||= Core::Roads.fan(network, Core::Roads.place("here", from))
        known[at] = known[:fan].to(Core::Roads.place("#{town[:town]}, #{town[:state]}", point(town)))
      end
    end

    def point(row) = Core::Roads::Point.new(latitude: row[:latitude], longitude: row[:longitude])
  end
end
