# frozen_string_literal: true

require "csv"

# Where a town of a state lies: GeoNames first, then the middle of its ZIP codes.
class Survey::Gazetteer
  PLACES = File.expand_path("../data/places", __dir__)

  def initialize
    @towns =
      CSV
        .foreach("#{PLACES}/towns.csv", headers: true)
        .group_by { |row| key(row["town"], row["state"]) }
        .transform_values { |rows| point(rows.max_by { |row| row["population"].to_i }) }
    zips = CSV.foreach("#{PLACES}/zips.csv", headers: true).group_by { |row| key(row["town"], row["state"]) }
    @zips =
      zips.transform_values do |rows|
        rows.map { |row| point(row) }.transpose.map { |values| values.sum / values.length }
      end
  end

  # [latitude, longitude] of the town's middle, or nil.
  def town(name, state) = @towns[key(name, state)]

  # [latitude, longitude] of the middle of its ZIP code, in open country far from the town, or nil.
  def zip(name, state) = @zips[key(name, state)]

  private

  def point(row) = [row["latitude"].to_f, row["longitude"].to_f]

  def key(town, state)
    words =
      town
        .downcase
        .delete(".'")
        .tr("-", " ")
        .split
        .map do |word|
          { "st" => "saint", "ste" => "sainte", "ft" => "fort", "mt" => "mount" }.fetch(word, word)
        end
    "#{words.join(" ")}, #{state}"
  end
end
