# frozen_string_literal: true

# Holds a document against a command's schema and says what is wrong first, with its path.
class Ledger::Check
  # What a schema keyword's failure is called, and how it is said.
  SAYINGS = {
    "required" => [
      "missing_key",
      ->(error) { "Missing: #{error.dig("details", "missing_keys").join(", ")}." }
    ],
    "schema" => ["unknown_key", ->(_) { "This key is not known here: leave it out." }],
    "enum" => ["wrong_value", ->(error) { "Must be one of #{error.dig("schema", "enum").join(", ")}." }],
    "pattern" => ["wrong_form", ->(error) { "Not in the form wanted#{described(error)}." }],
    "format" => ["wrong_form", ->(error) { "Not a #{error.dig("schema", "format")} that exists." }],
    "minimum" => ["out_of_range", ->(error) { "Must be at least #{error.dig("schema", "minimum")}." }],
    "maximum" => ["out_of_range", ->(error) { "Must be at most #{error.dig("schema", "maximum")}." }],
    "minItems" => ["too_few", ->(error) { "At least #{error.dig("schema", "minItems")} are needed." }],
    "maxItems" => ["too_many", ->(error) { "At most #{error.dig("schema", "maxItems")} are taken." }],
    "maxLength" => ["too_long", ->(error) { "At most #{error.dig("schema", "maxLength")} characters." }],
    "minLength" => ["wrong_form", ->(_) { "Must not be empty." }]
  }.freeze

  def self.described(error) = error.dig("schema", "description")&.then { |text| ": #{text}" }

  def initialize(schema)
    @schema = schema
    @plain = Ledger::PlainRows.new(schema.value)
  end

  # Raises Refused for the first thing that is wrong.
  def call(document)
    doubtful, places = @plain.doubtful(document)
    error = @schema.validate(doubtful).first or return
    code, saying = SAYINGS.fetch(error["type"]) { ["wrong_type", ->(_) { "Must be #{wanted(error)}." }] }
    raise Refused.new(code, saying.call(error), path: path(error["data_pointer"], places))
  end

  private

  # Where it stands in the whole document.
  def path(pointer, places)
    list, index, *rest = pointer.delete_prefix("/").split("/", -1)
    places[list] && index ? ["", list, places[list][index.to_i], *rest].join("/") : pointer
  end

  def wanted(error)
    types = error.dig("schema", "type")
    return types.map { |type| "#{type == "object" ? "an" : "a"} #{type}" }.join(" or ") if types.is_a?(Array)
    return "a #{error["type"]}" if %w[string integer boolean object array null number].include?(error["type"])

    error["error"].to_s
  end
end
