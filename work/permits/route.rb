# frozen_string_literal: true

# The way for a load's size: by state, with what stands in the way of it; where no way is found the clerk's wish goes to the offices.
module Work::Permits::Route
  def self.write(file)
    stops = Store::Freight.stops(file[:load_id])
    route = route(stops, file)
    DB[:permit_files].where(id: file[:id]).update(route: Sequel.pg_jsonb(route ? parts(route) : straight(stops)), obstacles: Sequel.pg_jsonb(route ? obstacles(route) : [{ "said" => @trouble }]), way: Store::Permits.way(file[:load_id]))
  end

  def self.route(stops, file)
    vehicle = Core::Roads::Vehicle::USUAL.with(width_in: file[:width_in], height_in: file[:height_in], length_in: file[:length_in], gross_lb: file[:gross_lb])
    points = stops.map { |row| { latitude: row[:latitude], longitude: row[:longitude], name: "#{row[:town]}, #{row[:state]}" } }
    Core::Roads.route(Work::Roads::Leg.network, RoadData.gazetteer, Core::Roads::Request.new(stops: points, via: [], prefer: :time, vehicle:, avoid_states: [], avoid_roads: [], avoid_tolls: false))
  rescue Refused => e
    @trouble = e.message # no way: the office's review finds one, by the clerk's wish
    nil
  end

  # Entry and exit of each state by road, in order of travel.
  def self.parts(route)
    route.by_state.map do |state, tenths|
      legs = route.legs.select { |leg| leg.state == state }
      { state:, miles: Money.rate_text(BigDecimal(tenths) / 10, places: 1), from: legs.first&.from.to_s, to: legs.last&.to.to_s, turns: turns(legs) }
    end
  end

  # Road by road: how far, how long, and to where.
  def self.turns(legs)
    legs.chunk_while { |a, b| a.road == b.road }.map do |same|
      { road: same.first.road, to: same.last.to.to_s, miles: Money.rate_text(BigDecimal(same.sum(&:tenths)) / 10, places: 1), minutes: same.sum(&:minutes).round }
    end
  end

  # Without a way, the states of the stops at least.
  def self.straight(stops) = stops.map { |stop| stop[:state] }.uniq.map { |state| { state:, miles: "0.0", from: "", to: "", turns: [] } }
  def self.obstacles(route) = route.restrictions.map { |met| { "road" => met.restriction.road, "state" => met.restriction.state, "said" => met.restriction.said, "avoided" => met.avoided } }
  private_class_method :route, :parts, :turns, :straight, :obstacles
end
