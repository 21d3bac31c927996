# frozen_string_literal: true

# The way of a load, and bending it.
module Web::Roads
  def self.registered(app)
    app.get("/api/loads/:id/route") { json Web::Roads::Way.new(id).to_h }
    app.get("/api/loads/:id/route.geojson") do
      content_type "application/geo+json"
      JSON.generate(Web::Roads::Way.new(id).geojson)
    end
    app.get("/api/loads/:id/route.gpx") do
      way = Web::Roads::Way.new(id)
      content_type "application/gpx+xml"
      headers "content-disposition" => "attachment; filename=\"#{way.number}.gpx\""
      way.gpx
    end
    app.post("/api/trips/:id/reroute") { load Work::Roads::RerouteLeg.call(id, input, by:, now:) }
  end
end
