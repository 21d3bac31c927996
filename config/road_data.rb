# frozen_string_literal: true

require_relative "core"
require "csv"
require "json"

# The shipped road network and places, read once and handed to the core.
module RoadData
  ROADS = File.expand_path("../data/roads", __dir__)
  FIELD = /\G(?:"([^"]*)"|([^,]*))(?:,|\z)/
  PLACES = File.expand_path("../data/places", __dir__)

  class << self
    # landmarks - see Core::Roads.network: worth it where more than a few ways are asked for
    def network(landmarks: 0)
      (@networks ||= {})[landmarks] ||= Core::Roads.network(nodes:, edges:, restrictions:, landmarks:)
    end

    def gazetteer = @gazetteer ||= Core::Roads.gazetteer(towns:, zips:, states:)

    def nodes
      rows("#{ROADS}/nodes.csv").map do |id, name, state, latitude, longitude|
        {
          id:,
          name: state.include?("/") ? name : "#{name}, #{state}",
          state:,
          latitude: latitude.to_f,
          longitude: longitude.to_f
        }
      end
    end

    def edges
      rows("#{ROADS}/edges.csv").map do |from, to, roads, state, miles, road_class, mph, toll|
        {
          from:,
          to:,
          roads: roads.split("/"),
          state:,
          miles_tenths: (miles.to_f * 10).round,
          road_class:,
          mph: mph.to_i,
          toll_cents: Money.parse_cents(toll)
        }
      end
    end

    def restrictions
      rows("#{ROADS}/restrictions.csv").map do |road, _, from, to, kind, limit, near, known_by|
        { road:, from:, to:, kind:, limit: limit.to_i, near:, known_by: }
      end
    end

    # Outlines by state: rings of [longitude, latitude].
    def states
      JSON.parse(File.read("#{PLACES}/states.geojson"))["features"].to_h do |feature|
        polygons = feature["geometry"]["coordinates"]
        polygons = [polygons] if feature["geometry"]["type"] == "Polygon"
        [feature["properties"]["state"], polygons.map(&:first)]
      end
    end

    private

    # Our own files hold no line breaks in a field, and most no quotes either: splitting is ten times as fast
    # as parsing.
    def rows(path)
      text = File.read(path, encoding: "UTF-8")
      return text.each_line.drop(1).map { |line| line.chomp.split(",", -1) } unless text.include?('"')

      text
        .each_line
        .drop(1)
        .map do |line|
          if line.include?('"')
            line.chomp.scan(FIELD).map { |quoted, plain| quoted || plain }
          else
            line.chomp.split(",", -1)
          end
        end
    end

    def towns =
      rows("#{PLACES}/towns.csv").map do |town, state, latitude, longitude, people|
        [town, state, latitude.to_f, longitude.to_f, people.to_i]
      end
    def zips =
      rows("#{PLACES}/zips.csv").map do |zip, town, state, latitude, longitude|
        [zip, town, state, latitude.to_f, longitude.to_f]
      end
  end
end
