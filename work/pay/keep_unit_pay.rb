# frozen_string_literal: true

# What a unit costs or brings whoever operates it: the fee of a deduction by unit, the rent of each day it is active.
module Work::Pay::KeepUnitPay
  FIELDS = Core::Company::Confidential::FEES

  # input - { version: of the unit, fee:, rent_daily: dollars or nil }. Returns the unit's id. Raises Store::NotFound,
  # Work::Stale.
  def self.call(unit_id, input, by:, now:)
    Work::Act.once(nil, "keep_unit_pay", by:, now:) do |act|
      unit = Store::Fleet::Units.lock(unit_id) or raise Store::NotFound.new("unit", unit_id)
      Work::Stale.check(unit, input[:version], of: ["unit", unit_id], yours: input.slice(*FIELDS)) do
        unit.slice(*FIELDS)
      end
      wanted = FIELDS.to_h { |name| [name, input[name] && BigDecimal(input[name])] }
      Store::Fleet::Units.change(unit, **wanted)
      Work::Pay::BuildRun.of_drivers([unit[:operator_id]].compact)
      act.changed("unit", unit_id, Work::Act.difference(unit.slice(*FIELDS), wanted))
      unit_id
    end
  end
end
