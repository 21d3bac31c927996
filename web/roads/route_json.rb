# frozen_string_literal: true

# The JSON of a load's route.
module Web::Roads::RouteJson
  Figures = Web::Figures

  # route - Reads::Roads::Route::Value
  def self.of(route)
    {
      trip_id: route.trip&.fetch(:id),
      trip_version: route.trip&.fetch(:version),
      parts: route.parts.map { |part| part(part) },
      restrictions: route.restrictions.map { |met| restriction(met) },
      turns: route.turns,
      truck: route.truck && truck(route.truck),
      positions: route.positions.map { |heard| { **spot(heard), said: "#{heard.kind} #{town(heard.stop)}" } }
    }
  end

  def self.geojson(route) =
    route.journey ? Core::Roads.geojson(route.journey) : { type: "FeatureCollection", features: [] }

  # journey - Core::Roads::Route, or nil
  def self.gpx(journey, name) =
    Core::Roads.gpx(
      journey || Core::Roads::Route.new(parts: [], vehicle: Core::Roads::Vehicle::USUAL, prefer: :time),
      name
    )

  def self.part(part)
    leg = part.leg
    {
      **part.to_h.slice(:kind, :from, :to, :via),
      stop_id: part.stop[:id],
      miles: Figures.miles(leg.miles),
      direct_miles: Figures.miles(part.direct_miles),
      minutes: leg.minutes,
      tolls: Figures.money(leg.tolls),
      estimated: leg.estimated?,
      unfit: leg.unfit,
      legs: leg.route ? leg.route.legs.map { |one| Core::Roads.leg(one) } : [],
      line: leg.route ? leg.route.line : []
    }
  end

  def self.restriction(found) =
    { **found.met.to_h, said: found.met.restriction.said, **found.to_h.slice(:latitude, :longitude) }

  def self.truck(truck)
    heard, left = truck.heard, truck.left
    {
      **spot(heard),
      said: "#{heard.kind.tr("_", " ")}#{", #{town(heard.stop)}" if heard.stop}",
      left_miles: left && Core::Roads.miles(left.left_tenths),
      left_minutes: left&.minutes_left,
      left_by_class: left&.minutes_by_class || {}
    }
  end

  def self.spot(heard) = { latitude: heard.latitude, longitude: heard.longitude, at: Figures.iso(heard.at) }
  def self.town(stop) = "#{stop[:town]}, #{stop[:state]}"
  private_class_method :part, :restriction, :truck, :spot, :town
end
