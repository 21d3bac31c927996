# frozen_string_literal: true

# Does what an office was told of a move, or granted for it, cover what moves now? Whatever is larger,
# heavier on an
# axle, another unit or another road is said; what was not noted then is not compared.
#
# granted, moves - Hash of facts:
#   width_in, height_in, length_in, trailer_length_in, front_overhang_in, rear_overhang_in, gross_lb - Integer
#   axles - Array of { weight_lb: Integer, spacing_ft: BigDecimal to the axle before }, empty where nobody
#   told
#   tractor_id, trailer_id - Integer; tractor_plate, trailer_plate - text; spare_plates - of tractors of the same
#   sizes that may pull it as well
#   way - towns in order; roads - Array of the roads through the permit's state, in order
module Core::Permits::Covers
  # What is not covered. fact - a name of the facts above; was, now - its figures; text - a sentence's end,
  # to go behind
  # what the permit is called: "is for 14 ft wide, and this is 14 ft 2 in"
  Unmet = Core::Value.of(:fact, :was, :now, :text)

  LENGTHS = {
    width_in: "wide",
    height_in: "high",
    length_in: "long",
    trailer_length_in: "of trailer",
    front_overhang_in: "over the front",
    rear_overhang_in: "over the rear"
  }.freeze

  # Returns Array of Unmet.
  def self.unmet(granted, moves)
    [
      *LENGTHS.filter_map { |fact, word| larger(fact, granted[fact], moves[fact], word) },
      gross(granted[:gross_lb], moves[:gross_lb]),
      *axles(granted[:axles].to_a, moves[:axles].to_a),
      unit("tractor", granted, moves),
      unit("trailer", granted, moves),
      elsewhere(granted, moves)
    ].compact
  end

  def self.said(fact, was, now, text) = Unmet.new(fact:, was:, now:, text:)

  def self.larger(fact, was, now, word)
    return unless was && now && now > was

    said(fact, was, now, "is for #{Core::Roads.feet(was)} #{word}, and this is #{Core::Roads.feet(now)}")
  end

  def self.gross(was, now)
    return unless was && now && now > was

    pounds = [was, now].map { |some| Core::Spoken.pounds(some) }
    said(:gross_lb, was, now, "is for #{pounds.first}, and this weighs #{pounds.last}")
  end

  def self.axles(was, now)
    return [] if was.empty?
    if now.empty?
      return [said(:axles, was.length, 0, "is for axles that are told, and nobody tells them now")]
    end
    if was.length != now.length
      return [said(:axles, was.length, now.length, "is for #{was.length} axles, and this has #{now.length}")]
    end

    [heavier(was, now), closer(was, now)].compact
  end

  def self.heavier(was, now)
    at = was.each_index.find { |i| now[i][:weight_lb] > was[i][:weight_lb] } or return
    had, has = [was, now].map { |axles| axles[at][:weight_lb] }
    text = "is for #{Core::Spoken.pounds(had)} on axle #{at + 1}, and there are #{Core::Spoken.pounds(has)}"
    said(:axle_weight_lb, [at, had], [at, has], text)
  end

  def self.closer(was, now)
    at = (1...was.length).find { |i| now[i][:spacing_ft] < was[i][:spacing_ft] } or return
    had, has = [was, now].map { |axles| axles[at][:spacing_ft].to_s("F").delete_suffix(".0") }
    text = "is for #{had} ft before axle #{at + 1}, and there are #{has}"
    said(:axle_spacing_ft, [at, had], [at, has], text)
  end

  # The same unit with another plate is another for the officer at the roadside.
  def self.unit(what, was, now)
    id, plate = :"#{what}_id", :"#{what}_plate"
    return if what == "tractor" && was[:spare_plates].to_a.include?(now[plate])

    return said(id, was[id], now[id], "is for another #{what}") if was[id] && now[id] && was[id] != now[id]
    return unless was[plate] && now[plate] && was[plate] != now[plate]

    text = "is for the plate #{was[plate]}, and the #{what} has #{now[plate]}"
    said(plate, was[plate], now[plate], text)
  end

  def self.elsewhere(was, now)
    if was[:way] && now[:way] && was[:way] != now[:way]
      return said(:way, was[:way], now[:way], "is for another way: #{was[:way]}")
    end
    return unless was[:roads] && now[:roads] && was[:roads] != now[:roads]

    roads = [was, now].map { |one| one[:roads].join(", ") }
    said(:roads, *roads, "is for #{roads.first}, and the way goes by #{roads.last}")
  end
  private_class_method :said, :larger, :gross, :axles, :heavier, :closer, :unit, :elsewhere
end
