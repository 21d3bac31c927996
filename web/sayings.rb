# frozen_string_literal: true

# Says in a sentence what a schema found wrong with a request.
module Web::Sayings
  # A failed alternative hides what was wrong inside; these are the ones in use.
  def self.refusal(error)
    schema = error.schemer_error["schema"]
    code, message = saying(error, schema.is_a?(Hash) ? schema : {})
    path = error.instance_location
    path = "#{path}/#{error.details["missing_keys"].first}" if error.type == "required"
    Refused.new(code, message, path:)
  end

  # What is of one line and not empty, as names are.
  NAME = Web::Contract.document.dig("components", "schemas", "Name", "pattern")

  def self.form(schema, data)
    return data.to_s.strip.empty? ? "This is needed." : "Write it in one line." if schema["pattern"] == NAME

    "Not in the form wanted#{": #{schema["description"]}" if schema["description"]}."
  end
  private_class_method :form

  def self.saying(error, schema)
    case error.type
    when "required"
      ["missing", "This is needed: #{error.details["missing_keys"].join(", ").tr("_", " ")}."]
    when "schema"
      ["unknown_key", "This is not known here: leave it out."]
    when "enum"
      ["wrong_value", "Must be one of: #{schema["enum"].compact.join(", ").tr("_", " ")}."]
    when "pattern"
      ["wrong_form", form(schema, error.schemer_error["data"])]
    when "format"
      [
        "wrong_form",
        "Not #{
          { "date" => "a date", "date-time" => "a date and time", "email" => "an e-mail address" }.fetch(
            schema["format"],
            schema["format"]
          )
        } that exists."
      ]
    when "minLength"
      [
        "too_short",
        schema["minLength"] == 1 ? "This is needed." : "At least #{schema["minLength"]} characters."
      ]
    when "maxLength"
      ["too_long", "At most #{schema["maxLength"]} characters."]
    when "minimum"
      ["out_of_range", "Must be at least #{schema["minimum"]}."]
    when "maximum"
      ["out_of_range", "Must be at most #{schema["maximum"]}."]
    when "minItems"
      ["too_few", "At least #{schema["minItems"]} are needed."]
    when "maxItems"
      ["too_many", "At most #{schema["maxItems"]}."]
    when "oneOf"
      alternative(schema)
    else
      ["wrong_form", "#{error.message.to_s.sub(/\Avalue at `[^`]*` /, "The value ").capitalize}."]
    end
  end

  def self.alternative(schema)
    wanted = schema["oneOf"].reject { |choice| choice["type"] == "null" }.first
    if wanted["type"] == "integer" && wanted["minimum"]
      return "out_of_range", "Must be a whole number from #{wanted["minimum"]} to #{wanted["maximum"]}."
    end
    return "wrong_form", "Not a date that exists." if wanted["format"] == "date"
    return "wrong_form", "Not a date and time with its offset." if wanted["format"] == "date-time"

    ["wrong_form", "Not in the form wanted."]
  end
  private_class_method :saying, :alternative
end
