# frozen_string_literal: true

# Everything that a jurisdiction's verdicts rest on, as one list: what may be looked up and put right.
module Core::Permits::Values
  # part, name - which; words - what it is, where the name does not say it; value - Integer inches, pounds or days,
  # BigDecimal dollars, words, or nil; known_by - published, practice, memory or demo; source - or nil
  One =
    Core::Value.of(:part, :name, :words, :value, :known_by, :source) { def sure? = known_by == "published" }

  NAMED = %i[legal routine permit travel].freeze
  LISTED = %i[escorts curfews fees].freeze
  OF = {
    width_in: "wide",
    height_in: "high",
    length_in: "long",
    rear_overhang_in: "over the rear",
    front_overhang_in: "over the front"
  }.freeze
  ROADS = {
    "two_lane" => "on two-lane roads",
    "divided" => "on divided roads",
    "any" => "on any road"
  }.freeze
  FEES = {
    "flat" => "a permit",
    "overweight" => "once where it is overweight",
    "per_mile" => "a mile",
    "ton_mile" => "a mile and ton over the legal gross",
    "overweight_mile" => "a mile, by steps of weight",
    "per_axle_over" => "an axle that is over",
    "size_step" => "by steps of size"
  }.freeze

  # rules - Core::Permits::Rules. Returns Array of One.
  def self.all(rules)
    named =
      NAMED.flat_map do |part|
        rules
          .public_send(part)
          .map do |name, known|
            One.new(part:, name: name.to_s, words: nil, **known.to_h.slice(:value, :known_by, :source))
          end
      end
    [
      *named,
      *LISTED.flat_map do |part|
        rules.public_send(part).each_with_index.map { |row, i| listed(part, row, i) }
      end
    ]
  end

  # What nobody has checked with its source. A limit that is not there is none to check.
  def self.unsure(rules) = all(rules).reject { |one| one.sure? || (one.value.nil? && one.words.nil?) }

  # The rules with a value that somebody has looked up; value - nil for as it is, where it is one of a list.
  def self.put(rules, part:, name:, value:, source:, as_it_is:)
    part = part.to_sym
    return put_listed(rules, part, name, as_it_is ? nil : value) if LISTED.include?(part)

    known = rules.public_send(part)
    value = known[name.to_sym]&.value if as_it_is
    rules.with(
      part => known.merge(name.to_sym => Core::Permits::Known.new(value:, known_by: "published", source:))
    )
  end

  # Rows of a list are known by their place in it.
  def self.put_listed(rules, part, name, value)
    list = rules.public_send(part).dup
    row = list[name.to_i - 1] or return rules
    measure = { escorts: :over, fees: :amount }[part]
    list[name.to_i - 1] = row.with(known_by: "published", **(value && measure ? { measure => value } : {}))
    rules.with(part => list)
  end

  def self.listed(part, row, index)
    words, value = said(part, row)
    One.new(part:, name: (index + 1).to_s, words:, value:, known_by: row.known_by, source: nil)
  end

  def self.said(part, row)
    case part
    when :escorts
      [escort(row), row.over]
    when :curfews
      ["#{row.place} #{row.from} to #{row.to}", nil]
    else
      [FEES.fetch(row.kind), row.amount]
    end
  end

  def self.escort(row)
    who = [("#{row.front} in front" if row.front.positive?), ("#{row.rear} behind" if row.rear.positive?)]
    "#{OF.fetch(row.of, row.of.to_s)} #{ROADS.fetch(row.road)}, #{who.compact.join(" and ")}" \
      "#{" with a height pole" if row.pole}"
  end
  private_class_method :put_listed, :listed, :said, :escort
end
