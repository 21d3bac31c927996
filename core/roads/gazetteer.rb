# frozen_string_literal: true

# What a place is called and where it lies: towns by name and state, ZIP codes, bare coordinates.
class Core::Roads::Gazetteer
  # A place asked for: what to call it, where it is, its state, and whether it is a town by its name rather
  # than a spot.
  Place = Core::Value.of(:name, :point, :state, :town)
  # Two of one name in a state this near are one town in two registers.
  SAME_TOWN_MILES = 15
  # A hamlet does not make the name of a city ambiguous.
  RIVAL_SHARE = 0.25
  # The outlines of the states are drawn coarsely: a pier may lie outside.
  SHORE_MILES = 2.0

  attr_reader :outline

  def initialize(towns, zips, outline)
    @outline = outline
    @rows = towns
    @towns = towns.group_by { |town, state, *| key(town, state) }
    @zips = zips.to_h { |row| [row[0], row] }
  end

  # stop - "City, ST", a ZIP, or { latitude:, longitude: } with a name: if it has one; path - where it stands
  #        in the input
  #
  # Returns Place. Raises Refused `unknown_place`, `ambiguous_place`, `off_network`.
  def locate(stop, path)
    return at(stop, path) if stop.is_a?(Hash)

    text = stop.strip
    return zip(text, path) if text.match?(/\A\d{5}\z/)

    name, state = text.match(/\A(.+?),\s*([A-Za-z]{2})\z/)&.captures
    name ? town(name.strip, state.upcase, path) : bare(text, path)
  end

  def key(town, state) = "#{Core::Roads.plain_name(town)}|#{state}"

  private

  # Most places are towns of some size: the registers of the rest are made when they are first asked for.
  def zip_towns = @zip_towns ||= @zips.each_value.group_by { |_, town, state, *| key(town, state) }
  def by_name = @by_name ||= (@towns.keys | zip_towns.keys).group_by { |known| known.split("|").first }

  def at(stop, path)
    point = Core::Roads::Point.new(latitude: stop[:latitude].to_f, longitude: stop[:longitude].to_f)
    state, miles = @outline.nearest(point)
    if miles > SHORE_MILES
      raise Core::Refused.new(
              "off_network",
              "#{said(point)} is #{miles.round} miles outside the lower 48 states, off #{state}: no truck " \
                "road of ours goes there.",
              path:
            )
    end

    Place.new(name: stop[:name] || said(point), point:, state:, town: false)
  end

  def said(point) = format("%.4f, %.4f", point.latitude, point.longitude)

  def zip(text, path)
    row = @zips[text] or
      raise Core::Refused.new(
              "unknown_place",
              "There is no ZIP #{text}: check it, or give the town and state.",
              path:
            )
    _, town, state, latitude, longitude = row
    outside(text, state, path)
    Place.new(
      name: "#{town}, #{state} #{text}",
      point: Core::Roads::Point.new(latitude:, longitude:),
      state:,
      town: false
    )
  end

  def outside(text, state, path)
    return if @outline.known?(state)

    raise Core::Refused.new(
            "unknown_place",
            "#{text} is in #{state}: only the lower 48 states are covered.",
            path:
          )
  end

  def town(name, state, path)
    outside(name, state, path)
    rows = @towns[key(name, state)]
    return of_zips(name, state, path) if rows.nil?

    largest = rows.max_by { |row| row[4] }
    rivals = rows.select { |row| row[4] >= largest[4] * RIVAL_SHARE && miles(row, largest) > SAME_TOWN_MILES }
    ambiguous(name, state, [largest, *rivals], path) if rivals.any?
    Place.new(
      name: "#{largest[0]}, #{state}",
      point: Core::Roads::Point.new(latitude: largest[2], longitude: largest[3]),
      state:,
      town: true
    )
  end

  def of_zips(name, state, path)
    rows = zip_towns[key(name, state)] or unknown(name, state, path)
    latitude, longitude = rows.map { |row| row[3, 2] }.transpose.map { |values| values.sum / values.length }
    Place.new(
      name: "#{rows.first[1]}, #{state}",
      point: Core::Roads::Point.new(latitude:, longitude:),
      state:,
      town: true
    )
  end

  def miles(one, other) =
    Core::Roads.great_circle_miles(
      *[one, other].map { |row| Core::Roads::Point.new(latitude: row[2], longitude: row[3]) }
    )

  def ambiguous(name, state, rows, path)
    choices =
      rows.map { |row| { "name" => "#{row[0]}, #{row[1]}", "latitude" => row[2], "longitude" => row[3] } }
    raise Core::Refused.new(
            "ambiguous_place",
            "There are #{rows.length} places named #{name} in #{state}: give the ZIP or the coordinates " \
              "of the one that is meant.",
            path:,
            details: {
              choices:
            }
          )
  end

  # A name without its state.
  def bare(text, path)
    states =
      by_name
        .fetch(key(text, "").delete_suffix("|"), [])
        .map { |known| known.split("|").last }
        .select { |state| @outline.known?(state) }
        .sort
    choices = states.map { |state| "#{text}, #{state}" }
    code, why =
      if states.length > 1
        [
          "ambiguous_place",
          "#{text} is in #{states.first(12).join(", ")}#{" and more" if states.length > 12}: add the state."
        ]
      else
        ["unknown_place", "#{text} is no place as “Boise, ID”, no ZIP and no coordinates."]
      end
    raise Core::Refused.new(code, why, path:, details: { choices: })
  end

  def unknown(name, state, path)
    elsewhere =
      by_name
        .fetch(key(name, "").delete_suffix("|"), [])
        .map { |known| known.split("|").last }
        .select { |other| @outline.known?(other) }
    alike =
      @rows
        .select { |row| row[1] == state && near_enough?(row[0].downcase, name.downcase) }
        .map { |row| "#{row[0]}, #{row[1]}" }
    choices = (alike + elsewhere.map { |other| "#{name}, #{other}" }).first(12)
    hint = choices.empty? ? "check the name, or give a ZIP." : "perhaps #{choices.first(4).join("; ")}?"
    raise Core::Refused.new(
            "unknown_place",
            "No place named #{name} is known in #{state}: #{hint}",
            path:,
            details: {
              choices:
            }
          )
  end

  # One slip of the finger apart.
  def near_enough?(one, other)
    return false if (one.length - other.length).abs > 1 || one[0] != other[0]

    same = one.each_char.zip(other.each_char).take_while { |a, b| a == b }.length
    [[same + 1, same + 1], [same + 1, same], [same, same + 1]].any? { |i, j| one[i..] == other[j..] }
  end
end
