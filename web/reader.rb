# frozen_string_literal: true

# Reads a checked JSON value into Ruby by its schema: symbols for keys, Time and Date where the schema says
# so.
module Web::Reader
  def self.read(value, schema, path)
    case value
    when Hash
      value.to_h { |name, inner| [name.to_sym, read(inner, property(schema, name), "#{path}/#{name}")] }
    when Array
      value.each_with_index.map { |inner, index| read(inner, schema["items"] || {}, "#{path}/#{index}") }
    when String
      text(value, schema, path)
    else
      value
    end
  end

  def self.property(schema, name)
    parts(schema).filter_map { |part| part.dig("properties", name) }.first || {}
  end

  # A schema with those that it is made of.
  def self.parts(schema) =
    [schema, *%w[allOf oneOf].flat_map { |word| (schema[word] || []).flat_map { |part| parts(part) } }]

  def self.text(value, schema, path)
    # PostgreSQL keeps no NUL in a text.
    if value.include?("\0") || !value.valid_encoding?
      raise Refused.new("wrong_form", "There is a character in this that cannot be kept.", path:)
    end

    case parts(schema).filter_map { |part| part["format"] }.first
    when "date-time"
      Time.iso8601(value).utc
    when "date"
      Date.iso8601(value)
    else
      value
    end
  rescue ArgumentError
    raise Refused.new("wrong_form", "Not a date and time that exists.", path:)
  end
  private_class_method :property, :text
end
