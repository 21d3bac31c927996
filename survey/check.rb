# frozen_string_literal: true

require "csv"

# Checks the written network, whoever wrote it: findings that must not be, and a report of its weakest parts.
class Survey::Check
  ROADS = File.expand_path("../data/roads", __dir__)
  # A road is longer than the straight line, but not by any amount: beyond this and a few miles it is a slip
  # of the pen.
  WINDING = 2.1
  WINDING_MILES = 6
  # Straight lines between stations cut corners: so far may the middle of an edge lie outside its state
  # (rivers, bays).
  OUTSIDE_MILES = 9
  MPH = (20..75)
  # Towns that must have a station near, and how near.
  TOWN_PEOPLE = 40_000
  TOWN_MILES = 25

  def initialize
    @nodes =
      CSV
        .read("#{ROADS}/nodes.csv", headers: true)
        .to_h do |row|
          [
            row["id"],
            Core::Roads::Point.new(latitude: row["latitude"].to_f, longitude: row["longitude"].to_f)
          ]
        end
    @edges = CSV.read("#{ROADS}/edges.csv", headers: true).map(&:to_h)
    @restrictions = CSV.read("#{ROADS}/restrictions.csv", headers: true).map(&:to_h)
    @outline = Survey::Outline.new
  end

  def size =
    { nodes: @nodes.length, edges: @edges.length, miles: @edges.sum { |edge| edge["miles"].to_f }.round }

  # Sentences, one for each thing that must not be.
  def findings = unconnected + lengths + states + doubles + speeds + towns + restrictions

  private

  def name(edge) = "#{edge["roads"]} #{edge["from"]} – #{edge["to"]}"
  def straight(edge) = Core::Roads.great_circle_miles(@nodes.fetch(edge["from"]), @nodes.fetch(edge["to"]))

  def unconnected
    next_to = Hash.new { |hash, id| hash[id] = [] }
    @edges.each { |edge| (next_to[edge["from"]] << edge["to"]) && (next_to[edge["to"]] << edge["from"]) }
    seen = { @nodes.keys.first => true }
    queue = seen.keys
    next_to[queue.shift].each { |id| (seen[id] = true) && queue.push(id) unless seen[id] } until queue.empty?
    (@nodes.keys - seen.keys).map { |id| "#{id} is not connected" }
  end

  def lengths
    @edges.filter_map do |edge|
      miles = edge["miles"].to_f
      apart = straight(edge)
      if miles < apart - 0.05
        next "#{name(edge)}: #{miles} miles is shorter than the straight line, #{apart.round(2)}"
      end

      if miles > (apart * WINDING) + WINDING_MILES
        "#{name(edge)}: #{miles} miles for #{apart.round(1)} straight"
      end
    end
  end

  def states
    @edges.filter_map do |edge|
      from, to = @nodes.fetch_values(edge["from"], edge["to"])
      off =
        @outline.miles_off(
          edge["state"],
          (from.latitude + to.latitude) / 2,
          (from.longitude + to.longitude) / 2
        )
      "#{name(edge)}: its middle is #{off.round(1)} miles outside #{edge["state"]}" if off > OUTSIDE_MILES
    end
  end

  def doubles
    @edges
      .group_by { |edge| [[edge["from"], edge["to"]].sort, edge["roads"]] }
      .filter_map do |(ends, roads), rows|
        "#{roads} #{ends.join(" – ")} stands #{rows.length} times" if rows.length > 1
      end
  end

  def speeds =
    @edges.filter_map { |edge| "#{name(edge)}: #{edge["mph"]} mph" unless MPH.cover?(edge["mph"].to_i) }

  def towns
    cells = @nodes.values.group_by { |point| [point.latitude.floor, point.longitude.floor] }
    CSV
      .foreach(File.expand_path("../data/places/towns.csv", __dir__), headers: true)
      .filter_map do |row|
        next if row["population"].to_i < TOWN_PEOPLE

        point = Core::Roads::Point.new(latitude: row["latitude"].to_f, longitude: row["longitude"].to_f)
        near =
          [-1, 0, 1].product([-1, 0, 1])
            .flat_map do |north, east|
              cells.fetch([point.latitude.floor + north, point.longitude.floor + east], [])
            end
        miles = near.map { |node| Core::Roads.great_circle_miles(point, node) }.min || Float::INFINITY
        "#{row["town"]}, #{row["state"]}: no station within #{TOWN_MILES} miles" if miles > TOWN_MILES
      end
  end

  def restrictions
    known =
      @edges
        .flat_map do |edge|
          edge["roads"]
            .split("/")
            .flat_map { |road| [[road, edge["from"], edge["to"]], [road, edge["to"], edge["from"]]] }
        end
        .to_set
    @restrictions.filter_map do |row|
      "#{row["road"]} #{row["near"]}: no such edge" unless known.include?(row.values_at("road", "from", "to"))
    end
  end
end
