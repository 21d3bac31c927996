# frozen_string_literal: true

require "csv"
require "bigdecimal/util"

# Draws the network from the authored lines and writes it as the tables that the application reads.
class Survey::Book
  ROADS = File.expand_path("../data/roads", __dir__)
  # Free-flow speed of a loaded truck, miles an hour, by class; states with a lower truck limit have their own
  # (practice).
  MPH = { "interstate" => 63, "us" => 55, "state" => 50 }.freeze
  STATE_MPH = {
    "CA" => 57,
    "OR" => 60,
    "WA" => 60,
    "MI" => 60,
    "NY" => 60,
    "NJ" => 58,
    "CT" => 58,
    "RI" => 56,
    "MA" => 60,
    "MD" => 60,
    "DE" => 58,
    "IL" => 60,
    "OH" => 61,
    "PA" => 61,
    "HI" => 50,
    "WY" => 65,
    "UT" => 65,
    "NV" => 65,
    "MT" => 65,
    "ID" => 65,
    "SD" => 65,
    "ND" => 65,
    "NE" => 65,
    "KS" => 65,
    "OK" => 65,
    "TX" => 65,
    "NM" => 65,
    "AZ" => 65
  }.freeze
  # The open highways of the west are faster.
  OPEN_STATES = %w[WY NV MT ND SD NE KS TX NM AZ UT ID].freeze
  OPEN_MPH = 60
  # Rings, spurs and connectors have three digits and pass through towns.
  TOWN_MPH = 55

  attr_reader :problems, :weak

  def initialize
    @reader = Survey::Reader.new(Survey::Gazetteer.new).read(Dir["#{ROADS}/survey/*.txt"])
    drawing = Survey::Drawing.new(@reader)
    @problems = @reader.problems + drawing.problems
    @stations = @reader.stations
    @edges = drawing.edges.values
    @outline = Survey::Outline.new
    @weak = []
  end

  def draw
    layout = Survey::Layout.new(@stations, @edges, @outline)
    moved = layout.settle
    layout.doubted.each do |edge, miles, straight|
      @weak << "#{edge.roads.first} #{edge.from} – #{edge.to}: #{miles.round(1)} miles authored, " \
        "#{straight.round(1)} straight: estimated instead"
    end
    moved
      .sort_by { |_, miles| -miles }
      .first(25)
      .each { |id, miles| @weak << "#{id} was moved #{miles.round(1)} miles from its town" }
    round_stations
    @edges.each { |edge| measure(edge) }
    @edges.sort_by! { |edge| [edge.roads.first, edge.state, edge.from, edge.to] }
    self
  end

  def write
    CSV.open("#{ROADS}/nodes.csv", "w") do |csv|
      csv << %w[id name state latitude longitude]
      @stations
        .values
        .sort_by(&:id)
        .each do |station|
          csv << [
            plain(station.id),
            station.border ? "#{station.name} on #{station.id.split.first}" : station.name,
            station.state,
            station.latitude,
            station.longitude
          ]
        end
    end
    CSV.open("#{ROADS}/edges.csv", "w") do |csv|
      csv << %w[from to roads state miles class mph toll known]
      @edges.each do |edge|
        csv << [
          plain(edge.from),
          plain(edge.to),
          edge.roads.join("/"),
          edge.state,
          edge.miles,
          road_class(edge),
          mph(edge),
          toll(edge),
          edge.known ? "authored" : "estimated"
        ]
      end
    end
    CSV.open("#{ROADS}/restrictions.csv", "w") do |csv|
      rows = CSV.read("#{ROADS}/survey/restrictions.csv", headers: true)
      csv << rows.headers
      rows.each { |row| csv << row.to_h.merge("from" => plain(row["from"]), "to" => plain(row["to"])).values }
    end
  end

  private

  # Ids without a comma need no quotes, and read ten times as fast.
  def plain(id) = id.delete(",")

  def round_stations
    @stations.each_value do |station|
      station.latitude = station.latitude.round(4)
      station.longitude = station.longitude.round(4)
    end
  end

  # The authored miles, where they can be true; else what the map says.
  def measure(edge)
    straight = straight_miles(edge)
    estimate = straight * Survey::Drawing::BEND.fetch(Survey::Drawing.road_class(edge.roads.first))
    if edge.miles && edge.miles < straight
      if straight - edge.miles > 0.5
        @weak << "#{edge.roads.first} #{edge.from} – #{edge.to}: #{edge.miles} miles authored, " \
          "#{straight.round(1)} straight"
      end
      edge.miles = straight
    end
    if edge.miles && straight > 8 && edge.miles > straight * 1.7
      @weak << "#{edge.roads.first} #{edge.from} – #{edge.to}: #{edge.miles} miles, " \
        "#{(edge.miles / straight).round(2)} times the straight line"
    end
    edge.miles = [edge.miles || estimate, straight, 0.2].max.ceil(1)
    edge.roads =
      edge.roads.sort_by do |road|
        [%w[interstate us state].index(Survey::Drawing.road_class(road)), road[/\d+/].to_i, road]
      end
  end

  def straight_miles(edge)
    Core::Roads.great_circle_miles(
      *[edge.from, edge.to].map do |id|
        Core::Roads::Point.new(latitude: @stations[id].latitude, longitude: @stations[id].longitude)
      end
    )
  end

  def road_class(edge) = Survey::Drawing.road_class(edge.roads.first)

  def mph(edge)
    return edge.mph if edge.mph

    kind = road_class(edge)
    return TOWN_MPH if kind == "interstate" && edge.roads.all? { |road| road[/\d+/].length > 2 }

    return STATE_MPH.fetch(edge.state, MPH[kind]) if kind == "interstate"

    kind == "us" && OPEN_STATES.include?(edge.state) ? OPEN_MPH : MPH[kind]
  end

  def toll(edge) = format("%.2f", (edge.toll_per_mile || 0) * edge.miles)
end
