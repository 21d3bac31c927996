# frozen_string_literal: true

# The company's rules of pay.
module Work::Pay::ChangeSettings
  FIELDS = %i[frequency approve_by_rule advance_limit bank_name bank_routing bank_company_id].freeze

  # input - FIELDS, and the version that was read. Raises Refused `wrong_check_digit`, Work::Stale.
  def self.call(input, by:, now:)
    Work::Act.once(nil, "change_pay_settings", by:, now:) do |act|
      before = Store::Pay.settings && Store::Pay::PaySettings.for_update.first
      if input[:version]
        Work::Stale.check(
          before,
          input[:version],
          of: ["company", 1],
          act: "change_pay_settings",
          yours: input.slice(*FIELDS)
        ) { before.slice(*FIELDS) }
      end
      if input[:bank_routing].to_s != "" && !Core::Pay::BankNumber.good?(input[:bank_routing])
        raise Refused.new(
                "wrong_check_digit",
                "The check digit of this routing number is wrong: look again.",
                path: "/bank_routing"
              )
      end

      change =
        input.slice(*FIELDS).to_h { |name, value| [name, name == :advance_limit ? BigDecimal(value) : value] }
      Store::Pay::PaySettings.count_on(true, **change) unless change.empty?
      Work::Pay::BuildRun.drafts(Date.new(2000, 1, 1))
      Work::Pay::Items.note(nil, now:)
      act.changed("company", 1, Work::Act.difference(before.slice(*FIELDS), change))
      1
    end
  end
end
