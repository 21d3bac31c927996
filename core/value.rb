# frozen_string_literal: true

# Makes classes of frozen values with keyword fields: all required, equal by content, `with` for a changed
# copy.
module Core::Value
  # Stretch = Value.of(:status, :from, :to) { def minutes = … }
  def self.of(*fields, &body)
    Class.new do
      const_set(:FIELDS, fields.freeze)
      attr_reader(*fields)

      include Fields

      # Written out for its fields, the constructor is several times as fast, and Ruby itself names what is
      # missing or unknown.
      # `binding` reads a field even where its name is a word of the language.
      # For (:from, :to) it reads: def initialize(from:, to:) @from = from; @to = to; freeze end
      class_eval(<<~RUBY, __FILE__, __LINE__ + 1) # rubocop:disable Style/DocumentDynamicEvalDefinition -- shown above
        def initialize(#{fields.map { |name| "#{name}:" }.join(", ")})
          #{fields.map { |name| "@#{name} = #{RESERVED.include?(name) ? "binding.local_variable_get(:#{name})" : name}" }.join("; ")}
          freeze
        end
      RUBY

      class_eval(&body) if body
    end
  end

  RESERVED = %i[
    alias
    and
    begin
    break
    case
    class
    def
    do
    else
    elsif
    end
    ensure
    false
    for
    if
    in
    module
    next
    nil
    not
    or
    redo
    rescue
    retry
    return
    self
    super
    then
    true
    undef
    unless
    until
    when
    while
    yield
  ].freeze

  # What every value can do.
  module Fields
    def to_h = self.class::FIELDS.to_h { |name| [name, public_send(name)] }
    def with(**changes) = self.class.new(**fields, **changes)
    def ==(other) = other.instance_of?(self.class) && other.fields == fields
    alias eql? ==
    def hash = [self.class, fields].hash

    # Its fields by name, whatever to_h of a class says.
    def fields = self.class::FIELDS.to_h { |name| [name, instance_variable_get(:"@#{name}")] }
  end
end
