# frozen_string_literal: true

# Legs from the distances of a document: each leg is one row, and a row holds both ways unless the way back has
# its own. Names of places are texts, equal letter by letter.
class Core::Freight::Chains::TableLegs
  Leg = Core::Freight::Chains::Leg
  PLACE_BITS = 24
  PLACES = (1 << PLACE_BITS) - 1
  HERE = Leg.new(tenths: 0, minutes: 0, toll_cents: 0)

  # rows - the document's `distances`; avoid - states that no leg may enter
  def initialize(rows, avoid)
    @indexes = {}
    @avoid = avoid
    @rows = {}
    @tolls = Hash.new { |hash, text| hash[text] = text ? Core::Money.parse_cents(text) : 0 }
    read(rows)
    @rows = @rows.transform_keys { |key| back(key) }.merge(@rows)
  end

  # The place's index. path - not needed: no name is wrong here
  def place(name, _path) = @indexes[name] ||= @indexes.length
  def places = @indexes.length

  # A Leg that may be driven, or nil.
  def leg(from, to)
    leg, barred = @rows[key(from, to)]
    leg ||= from == to ? HERE : nil
    leg unless barred
  end

  # Tenths of a mile from a place to another, whatever is avoided; nil where there is no way.
  def tenths(from, to) = @rows[key(from, to)]&.first&.tenths || (from == to ? 0 : nil)

  # ->(place) { [[place, Leg], …] }: the ways without a load from it, to some of the places, of at most so many
  # tenths (nil: any).
  def empty_legs(goals, limit)
    ways = Hash.new { |hash, place| hash[place] = [] }
    @rows.each do |key, (leg, barred)|
      to = key & PLACES
      ways[key >> PLACE_BITS] << [to, leg] if goals[to] && !barred && (limit.nil? || leg.tenths <= limit)
    end
    ->(place) do
      here = goals[place] && !@rows.key?(key(place, place)) ? [[place, HERE]] : []
      here + ways.fetch(place, [])
    end
  end

  private

  # One number for two places is found faster than the two of them.
  def key(from, to) = (from << PLACE_BITS) | to
  def back(key) = key(key & PLACES, key >> PLACE_BITS)

  def read(rows)
    rows.each_with_index do |row, i|
      key = key(place(row["from"], nil), place(row["to"], nil))
      if @rows.key?(key)
        raise Core::Refused.new(
                "duplicate_pair",
                "The way from #{row["from"]} to #{row["to"]} is there already: leave one out.",
                path: "/distances/#{i}"
              )
      end

      @rows[key] = [
        Leg.new(
          tenths: tenths_of(row["miles"], i),
          minutes: row["drive_minutes"].to_i,
          toll_cents: @tolls[row["tolls"]]
        ),
        row["states"] ? row["states"].intersect?(@avoid) : false
      ]
    end
  end

  def tenths_of(miles, i)
    tenths = (miles * 10).round
    return tenths if miles.is_a?(Integer) || (tenths / 10.0).to_s == miles.to_s

    raise Core::Refused.new("wrong_form", "Miles have one decimal at most.", path: "/distances/#{i}/miles")
  end
end
