# frozen_string_literal: true

# What a deduction by unit may be for, of a row of units.
module Work::Pay::UnitTags
  TAGS = {
    "company_plates" => ->(unit) { unit[:company_plates] },
    "logging_device" => ->(unit) { !unit[:logging_device].empty? },
    "leased_tractor" => ->(unit) { unit[:leased] && unit[:kind] == "tractor" },
    "leased_trailer" => ->(unit) { unit[:leased] && unit[:kind] == "trailer" },
    "tractor" => ->(unit) { unit[:kind] == "tractor" },
    "trailer" => ->(unit) { unit[:kind] == "trailer" }
  }.freeze

  def self.of(unit) = TAGS.select { |_, is| is.call(unit) }.keys
  def self.match?(unit, tag) = TAGS.fetch(tag).call(unit)
end
