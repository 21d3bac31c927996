# frozen_string_literal: true

# What a way may be bent through, found by what is typed: places of the directory, towns, state lines, passes,
# bounded bridges, or a spot on the map.
module Reads::Roads::Points
  PLACES = 4
  TOWNS = 12
  NAMED = 40
  SHOWN = 10

  # load_id - whose way it is, nil for any
  # Array of { name:, detail:, latitude:, longitude: }, those first that are least out of the way.
  def self.find(text, load_id: nil)
    text = text.to_s.strip
    return [] if text.length < 2

    named =
      Core::Roads::Points.find(Store::Roads::Leg.network, text, limit: NAMED).map { |found| spot(found) }
    found = [*places(text), *towns(text), *named].uniq { |row| row[:name] }
    ends = load_id ? Store::Freight.stops(load_id).values_at(0, -1).compact : []
    found.sort_by.with_index { |row, i| [out_of_the_way(row, ends), i] }.first(SHOWN)
  end

  def self.out_of_the_way(row, ends) =
    ends.sum { |stop| Core::Roads.great_circle_miles(*[row, stop].map { |one| point(one) }) }.round
  def self.point(row) = Core::Roads::Point.new(latitude: row[:latitude], longitude: row[:longitude])

  def self.spot(found) =
    {
      name: found.name,
      detail: found.detail,
      latitude: found.point.latitude,
      longitude: found.point.longitude
    }

  def self.places(text)
    rows, = Store::Fleet.page(:places, text, page: 1)
    rows
      .reject { |row| row[:retired] || row[:latitude].nil? }
      .first(PLACES)
      .map do |row|
        { name: row[:name], detail: "#{row[:town]}, #{row[:state]}", **row.slice(:latitude, :longitude) }
      end
  end

  def self.towns(text)
    Store::Fleet
      .towns(text, limit: TOWNS)
      .map do |row|
        { name: "#{row[:town]}, #{row[:state]}", detail: row[:zip], **row.slice(:latitude, :longitude) }
      end
  end
  private_class_method :out_of_the_way, :point, :spot, :places, :towns
end
