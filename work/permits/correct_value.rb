# frozen_string_literal: true

# Puts a value of a jurisdiction right after somebody has looked it up: with its source, and who looked.
module Work::Permits::CorrectValue
  # input - { jurisdiction:, part:, name:, value:, source: }. Returns the jurisdiction. Raises Refused
  #         `unknown_value`.
  def self.call(input, by:, now:)
    Work::Act.once(nil, "correct_permit_value", by:, now:) do |act|
      rules = PermitRules.all[input[:jurisdiction]]
      known = rules&.public_send(input[:part].to_sym)&.fetch(input[:name].to_sym, nil)
      if known.nil?
        raise Refused.new("unknown_value", "#{input[:jurisdiction]} has no such value.", path: "/name")
      end

      row = { value: input[:value], source: input[:source].strip, checked_by: by.name, checked_at: now }
      Store::Permits::Values.keep(
        { **input.slice(:jurisdiction, :part, :name), **row },
        key: %i[jurisdiction part name]
      )
      act.changed(
        "company",
        1,
        { "#{input[:jurisdiction]} #{input[:name]}" => [known.value, input[:value]] },
        why: input[:source]
      )
      1
    end
    input[:jurisdiction]
  end
end
