# frozen_string_literal: true

require "csv"

# Simulated outside services: each a small process of its own.
module StandIns
end

# Where freight is posted: the larger towns, most near the carriers who read here. Each is
# [town, state, latitude, longitude].
module StandIns::Towns
  TOWNS_FILE = File.expand_path("../../data/places/towns.csv", __dir__)
  # How many of the largest towns of a state post, most near the carriers who read here.
  STATES = {
    "ID" => 9,
    "WA" => 9,
    "OR" => 9,
    "UT" => 7,
    "MT" => 7,
    "NV" => 5,
    "WY" => 5,
    "CA" => 12,
    "CO" => 6,
    "AZ" => 5,
    "NM" => 3,
    "ND" => 4,
    "SD" => 3,
    "NE" => 3,
    "KS" => 2,
    "MN" => 3,
    "TX" => 4,
    "MO" => 2,
    "IL" => 2
  }.freeze
  # Smaller ones where freight begins all the same.
  ALSO = [
    ["Grand Junction", "CO"],
    %w[Yakima WA],
    %w[Pasco WA],
    %w[Wenatchee WA],
    %w[Elko NV],
    %w[Flagstaff AZ],
    %w[Pendleton OR],
    %w[Ontario OR],
    ["Rock Springs", "WY"],
    %w[Burley ID]
  ].freeze

  def self.all
    rows = CSV.read(TOWNS_FILE, headers: true)
    largest =
      STATES.flat_map do |state, count|
        rows.select { |row| row["state"] == state }.max_by(count) { |row| row["population"].to_i }
      end
    also = rows.select { |row| ALSO.include?(row.values_at("town", "state")) }
    (largest | also).map { |row| [row["town"], row["state"], row["latitude"].to_f, row["longitude"].to_f] }
  end

  # By the straight line and a fifth.
  def self.miles(from, to)
    lat1, lon1, lat2, lon2 = [*from.last(2), *to.last(2)].map { |degrees| degrees * Math::PI / 180 }
    half =
      (Math.sin((lat2 - lat1) / 2)**2) + (Math.cos(lat1) * Math.cos(lat2) * (Math.sin((lon2 - lon1) / 2)**2))
    2 * 3958.8 * Math.asin(Math.sqrt(half)) * 1.2
  end
end
