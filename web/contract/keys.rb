# frozen_string_literal: true

# Finds what a body holds that its schema does not know. Looked at before the schema is held against it: to
# complain about a hundred thousand unknown keys costs the checker seconds, to find the first one nothing.
module Web::Contract::Keys
  # Raises Refused `unknown_key`, at its path.
  def self.check(value, schema, path = "")
    case value
    when Hash
      parts = Web::Reader.parts(schema)
      known = parts.flat_map { |part| part["properties"].to_a }.group_by(&:first)
      closed =
        parts.any? { |part| part.values_at("additionalProperties", "unevaluatedProperties").include?(false) }
      value.each { |name, inner| member(inner, known[name], closed, "#{path}/#{name}") }
    when Array
      items = Web::Reader.parts(schema).filter_map { |part| part["items"] }.first || {}
      value.each_with_index { |inner, index| check(inner, items, "#{path}/#{index}") }
    end
  end

  def self.member(value, known, closed, path)
    return check(value, known.first.last, path) if known

    raise Refused.new("unknown_key", "This is not known here: leave it out.", path:) if closed
  end
  private_class_method :member
end
