# frozen_string_literal: true

require "cgi"
require "json"

# A route in open formats.
module Core::Roads::Export
  # GeoJSON (RFC 7946): one feature a leg.
  def self.geojson(route)
    features =
      route.legs.map do |leg|
        {
          type: "Feature",
          properties: Core::Roads.leg(leg),
          geometry: {
            type: "LineString",
            coordinates: leg.points.map { |point| [point.longitude.round(4), point.latitude.round(4)] }
          }
        }
      end
    { type: "FeatureCollection", features: }
  end

  # GPX 1.1 (topografix.com/GPX/1/1): a route with a point at each turn, and a track along the roads.
  def self.gpx(route, name)
    turns =
      Core::Roads
        .turns(route)
        .map do |turn|
          %(<rtept lat="#{turn[:latitude]}" lon="#{turn[:longitude]}"><name>#{text(turn[:text])}</name></rtept>)
        end
    track = route.line.map { |longitude, latitude| %(<trkpt lat="#{latitude}" lon="#{longitude}"/>) }
    <<~XML
      <?xml version="1.0" encoding="UTF-8"?>
      <gpx version="1.1" creator="Crew Ledger" xmlns="http://www.topografix.com/GPX/1/1">
      <rte><name>#{text(name)}</name>#{turns.join}</rte>
      <trk><name>#{text(name)}</name><trkseg>#{track.join}</trkseg></trk>
      </gpx>
    XML
  end

  def self.text(words) = CGI.escapeHTML(words)
  private_class_method :text
end
