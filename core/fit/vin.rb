# frozen_string_literal: true

# A vehicle identification number, held against its check digit. Source: 49 CFR 565.15(c), tables III to V.
class Core::Fit::Vin
  VALUES = {
    **("0".."9").to_h { |digit| [digit, digit.to_i] },
    **"ABCDEFGH".each_char.zip(1..8).to_h,
    **"JKLMN".each_char.zip(1..5).to_h,
    "P" => 7,
    "R" => 9,
    **"STUVWXYZ".each_char.zip(2..9).to_h
  }.freeze
  WEIGHTS = [8, 7, 6, 5, 4, 3, 2, 10, 0, 9, 8, 7, 6, 5, 4, 3, 2].freeze
  CHECK_AT = 8

  def initialize(vin)
    @vin = vin.upcase
  end

  # What is wrong with it, or nil.
  def trouble
    return "A VIN has 17 characters; this one has #{@vin.length}." unless @vin.length == WEIGHTS.length
    return "A VIN has no #{strange}: letters I, O and Q are never used." if strange

    unless @vin[CHECK_AT] == check
      "The check digit does not agree: position 9 should be #{check}. Look for a character that was mistyped."
    end
  end

  private

  def strange = @vin.each_char.find { |character| !VALUES.key?(character) }
  def check =
    (@vin.each_char.zip(WEIGHTS).sum { |character, weight| VALUES[character] * weight } % 11).then do |rest|
      rest == 10 ? "X" : rest.to_s
    end
end
