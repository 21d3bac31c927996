# frozen_string_literal: true

# Puts a value of a jurisdiction right after somebody has looked it up, or says that it is right as it is: with its
# source, and who looked.
module Work::Permits::CorrectValue
  # input - { jurisdiction:, part:, name:, source:, and one of value: Integer or nil, amount: dollars, as_it_is: true }
  # Returns the jurisdiction. Raises Refused `unknown_value`, `what_value`.
  def self.call(input, by:, now:)
    Work::Act.once(nil, "correct_permit_value", by:, now:) do |act|
      known = known(input)
      value = read(input, known)
      Store::Permits::Values.keep(
        {
          **input.slice(:jurisdiction, :part, :name),
          **value,
          source: input[:source].strip,
          checked_by: by.name,
          checked_at: now
        },
        key: %i[jurisdiction part name]
      )
      now_is = value[:as_it_is] ? "right as it is" : value[:amount] || value[:value]
      act.changed(
        "company",
        1,
        { "#{input[:jurisdiction]} #{known.words || input[:name]}" => [known.value, now_is] },
        why: input[:source]
      )
      1
    end
    input[:jurisdiction]
  end

  def self.known(input)
    rules = PermitRules.all[input[:jurisdiction]]
    known =
      rules &&
        Core::Permits::Values
          .all(rules)
          .find { |one| one.part.to_s == input[:part] && one.name == input[:name] }
    known || raise(Refused.new("unknown_value", "#{input[:jurisdiction]} has no such value.", path: "/name"))
  end

  def self.read(input, known)
    return { as_it_is: true, value: nil, amount: nil } if input[:as_it_is]

    measured = known.value.nil? || known.value.is_a?(Integer)
    listed = Core::Permits::Values::LISTED.include?(known.part)
    if input.key?(:value) && measured && (!listed || (known.value && input[:value]))
      return { as_it_is: false, value: input[:value], amount: nil }
    end
    if input[:amount] && known.value.is_a?(BigDecimal)
      return { as_it_is: false, value: nil, amount: BigDecimal(input[:amount]) }
    end

    raise Refused.new("what_value", "Say what it is, or that it is right as it is.", path: "/value")
  end
  private_class_method :known, :read
end
