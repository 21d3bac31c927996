# frozen_string_literal: true

# What the company asks of partners, and the terms that they accept. Other terms are another version: what was accepted
# stays as it was.
module Work::Partners::KeepRules
  MONEY = %i[auto_least cargo_least general_least].freeze
  FIELDS = (MONEY + %i[authority_days changed_days answer_minutes broker_number terms]).freeze

  # input - { version:, **FIELDS }. Raises Work::Stale.
  def self.call(input, by:, now:)
    Work::Act.once(nil, "say_partners_rules", by:, now:) do |act|
      before = Store::Partners.lock_rules
      after = {
        **input.slice(*FIELDS),
        **MONEY.to_h { |name| [name, input[name] && BigDecimal(input[name])] },
        terms: input[:terms].strip,
        broker_number: input[:broker_number].strip
      }
      Work::Stale.check(before, input[:version], of: ["company", 1], yours: after) { before.slice(*FIELDS) }
      terms_version = before[:terms_version] + (before[:terms].strip == after[:terms] ? 0 : 1)
      Store::Partners.write_rules({ **after, terms_version:, version: before[:version] + 1 })
      act.changed("company", 1, Work::Act.difference(before.slice(*FIELDS), after))
    end
  end
end
