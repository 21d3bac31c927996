# frozen_string_literal: true

# The route of a load, and bending it.
module Web::Roads
  def self.registered(app)
    app.get("/api/loads/:id/route") { json Web::Roads::RouteJson.of(Reads::Roads::Route.of(id)) }
    app.get("/api/loads/:id/route.geojson") do
      content_type "application/geo+json"
      JSON.generate(Web::Roads::RouteJson.geojson(Reads::Roads::Route.of(id)))
    end
    app.get("/api/loads/:id/route.gpx") do
      route = Reads::Roads::Route.of(id)
      content_type "application/gpx+xml"
      headers "content-disposition" => "attachment; filename=\"#{route.load[:number]}.gpx\""
      Web::Roads::RouteJson.gpx(route.journey, route.load[:number])
    end
    app.get("/api/way-points") do
      json Reads::Roads::Points.find(parameters[:q], load_id: parameters[:load_id])
    end
    app.post("/api/loads/:id/bend") { load Work::Roads::BendLoad.call(id, input, by:, now:) }
    app.post("/api/trips/:id/reroute") { load Work::Roads::RerouteLeg.call(id, input, by:, now:) }
  end
end
