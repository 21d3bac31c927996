# frozen_string_literal: true

# Does what an office was told of a move, or granted for it, cover what moves now? Whatever is larger, heavier on an
# axle, another unit or another road is said; what was not noted then is not compared.
#
# granted, moves - Hash of facts:
#   width_in, height_in, length_in, trailer_length_in, front_overhang_in, rear_overhang_in, gross_lb - Integer
#   axles - Array of { weight_lb: Integer, spacing_ft: BigDecimal to the axle before }, empty where nobody told
#   tractor_id, trailer_id - Integer; tractor_plate, trailer_plate - text
#   way - towns in order; roads - Array of the roads through the permit's state, in order
module Core::Permits::Covers
  LENGTHS = {
    width_in: "wide",
    height_in: "high",
    length_in: "long",
    trailer_length_in: "of trailer",
    front_overhang_in: "over the front",
    rear_overhang_in: "over the rear"
  }.freeze

  # Returns Array of sentences' ends, to go behind what the permit is called: "is for 14 ft wide, and this is
  # 14 ft 2 in".
  def self.unmet(granted, moves)
    [
      *LENGTHS.filter_map { |fact, word| larger(granted[fact], moves[fact], word) },
      gross(granted[:gross_lb], moves[:gross_lb]),
      *axles(granted[:axles].to_a, moves[:axles].to_a),
      unit("tractor", granted, moves),
      unit("trailer", granted, moves),
      elsewhere(granted, moves)
    ].compact
  end

  def self.larger(was, now, word)
    return unless was && now && now > was

    "is for #{Core::Roads.feet(was)} #{word}, and this is #{Core::Roads.feet(now)}"
  end

  def self.gross(was, now)
    return unless was && now && now > was

    "is for #{Core::Spoken.pounds(was)}, and this weighs #{Core::Spoken.pounds(now)}"
  end

  def self.axles(was, now)
    return [] if was.empty?
    return ["is for axles that are told, and nobody tells them now"] if now.empty?
    return ["is for #{was.length} axles, and this has #{now.length}"] if was.length != now.length

    heavier =
      (0...was.length)
        .find { |i| now[i][:weight_lb] > was[i][:weight_lb] }
        &.then do |i|
          "is for #{Core::Spoken.pounds(was[i][:weight_lb])} on axle #{i + 1}, and there are " \
            "#{Core::Spoken.pounds(now[i][:weight_lb])}"
        end
    closer =
      (1...was.length)
        .find { |i| now[i][:spacing_ft] < was[i][:spacing_ft] }
        &.then { |i| "is for #{feet(was[i])} ft before axle #{i + 1}, and there are #{feet(now[i])}" }
    [heavier, closer].compact
  end

  def self.feet(axle) = axle[:spacing_ft].to_s("F").delete_suffix(".0")

  # The same unit with another plate is another for the officer at the roadside.
  def self.unit(what, was, now)
    id, plate = :"#{what}_id", :"#{what}_plate"
    return "is for another #{what}" if was[id] && now[id] && was[id] != now[id]
    return unless was[plate] && now[plate] && was[plate] != now[plate]

    "is for the plate #{was[plate]}, and the #{what} has #{now[plate]}"
  end

  def self.elsewhere(was, now)
    return "is for another way: #{was[:way]}" if was[:way] && now[:way] && was[:way] != now[:way]
    return unless was[:roads] && now[:roads] && was[:roads] != now[:roads]

    "is for #{was[:roads].join(", ")}, and the way goes by #{now[:roads].join(", ")}"
  end
  private_class_method :larger, :gross, :axles, :feet, :unit, :elsewhere
end
