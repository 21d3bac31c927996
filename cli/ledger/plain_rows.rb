# frozen_string_literal: true

# Passes over the rows of long lists that plainly meet their schema, so that only the doubtful ones are looked at
# with all the care that a good error wants: twenty thousand rows are twenty thousand times the same question.
#
# It knows the plain parts of a schema: texts with a length and a form, numbers between bounds, lists of such. What
# it does not know, it doubts.
class Ledger::PlainRows
  # Shorter lists are soon looked at.
  LONG = 200
  KNOWN = %w[
    type
    minLength
    maxLength
    pattern
    minimum
    maximum
    items
    maxItems
    description
    properties
    required
    additionalProperties
  ].freeze

  # schema - Hash, as read from its file
  def initialize(schema)
    @schema = schema
    @rows =
      schema
        .fetch("properties")
        .select { |_, list| list["type"] == "array" && resolved(list["items"])["type"] == "object" }
        .transform_values { |list| [row(resolved(list["items"])), list["maxItems"]] }
  end

  # Returns the document with the doubtful rows of its long lists alone, and where each of them stood: Hash of the
  # list's key to indexes.
  def doubtful(document)
    return document, {} unless document.is_a?(Hash)

    places =
      @rows.filter_map do |key, (plain, most)|
        list = document[key]
        next unless list.is_a?(Array) && list.length > LONG && (most.nil? || list.length <= most)

        [key, list.each_index.reject { |i| plain.call(list[i]) }]
      end
    [document.merge(places.to_h { |key, kept| [key, document[key].values_at(*kept)] }), places.to_h]
  end

  private

  def resolved(schema)
    ref = schema["$ref"] or return schema
    resolved(@schema.dig(*ref.delete_prefix("#/").split("/")))
  end

  # ->(value) { true where it plainly meets the schema }
  def row(schema)
    needed = schema.fetch("required", [])
    checks = schema["properties"].transform_values { |property| value(resolved(property)) }
    ->(row) { row.is_a?(Hash) && needed.all? { |key| row.key?(key) } && plain?(row, checks) }
  end

  # Thrice as fast as `all?`, which makes a pair of each key and value.
  def plain?(row, checks)
    row.each { |key, one| return false unless (check = checks[key]) && check.call(one) }
    true
  end

  def value(schema)
    return ->(_) { false } unless (schema.keys - KNOWN).empty?

    case [*schema["type"]].first
    when "string"
      text(schema)
    when "integer"
      number(schema, Integer)
    when "number"
      number(schema, Numeric)
    when "array"
      list(schema)
    else
      ->(_) { false }
    end
  end

  def text(schema)
    least = schema["minLength"] || 0
    most = schema["maxLength"] || Float::INFINITY
    form = schema["pattern"] or return ->(one) { one.is_a?(String) && one.length.between?(least, most) }
    whole = form.match(/\A\^([^^$|]*)\$\z/) or return ->(_) { false }
    form = /\A#{whole[1]}\z/
    ->(one) { one.is_a?(String) && one.length.between?(least, most) && one.match?(form) }
  end

  def number(schema, kind)
    least = schema["minimum"] || -Float::INFINITY
    most = schema["maximum"] || Float::INFINITY
    ->(one) { one.is_a?(kind) && one >= least && one <= most }
  end

  def list(schema)
    check = value(resolved(schema["items"]))
    most = schema["maxItems"] || Float::INFINITY
    ->(one) { one.is_a?(Array) && one.length <= most && one.all?(&check) }
  end
end
