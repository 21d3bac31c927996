# frozen_string_literal: true

# Makes classes of frozen values with keyword fields: all required, equal by content, `with` for a changed copy.
module Core::Value
  # Stretch = Value.of(:status, :from, :to) { def minutes = … }
  def self.of(*fields, &body)
    Class.new do
      const_set(:FIELDS, fields.freeze)
      attr_reader(*fields)

      include Fields

      class_eval(&body) if body
    end
  end

  # What every value can do.
  module Fields
    def initialize(**given)
      missing = self.class::FIELDS - given.keys
      unknown = given.keys - self.class::FIELDS
      raise ArgumentError, "#{self.class}: missing #{missing}, unknown #{unknown}" if missing.any? || unknown.any?

      given.each { |name, value| instance_variable_set(:"@#{name}", value) }
      freeze
    end

    def to_h = self.class::FIELDS.to_h { |name| [name, public_send(name)] }
    def with(**changes) = self.class.new(**to_h, **changes)
    def ==(other) = other.instance_of?(self.class) && other.to_h == to_h
    alias eql? ==
    def hash = [self.class, to_h].hash
  end
end
