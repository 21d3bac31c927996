# frozen_string_literal: true

# Says what a rule of fit may do, and what matching reckons with.
module Work::Match::ChangeRules
  # input - { version: that was read, effects: [{ code:, effect: }], settings: }, the last two optional.
  # Raises Refused `unknown_rule`, Work::Stale.
  def self.call(input, by:, now:)
    Work::Act.once(nil, "change_fit_rules", by:, now:) do |act|
      settings = Store::Match.settings && Store::Match::MatchSettings.lock(1)
      before = Store::Match.effects
      Work::Stale.check(
        settings,
        input[:version],
        of: ["company", 1],
        act: "change_fit_rules",
        yours: input.except(:version)
      ) { { effects: before, settings: settings.except(:id, :version) } }
      (input[:effects] || []).each_with_index { |row, i| write(row, i) }
      wanted =
        (input[:settings] || {}).transform_values { |value| value.is_a?(String) ? BigDecimal(value) : value }
      Store::Match::MatchSettings.count_on(1, **wanted)
      act.changed(
        "company",
        1,
        Work::Act.difference(before, Store::Match.effects).merge(
          Work::Act.difference(settings, settings.merge(wanted))
        )
      )
      1
    end
  end

  def self.write(row, index)
    rule = FitRules.all.find { |one| one[:code] == row[:code] } or
      raise Refused.new("unknown_rule", "There is no rule #{row[:code]}.", path: "/effects/#{index}/code")
    return Store::Match::FitRules.where(code: rule[:code]).delete if rule[:effect] == row[:effect]

    Store::Match::FitRules.keep(row, key: :code)
  end
  private_class_method :write
end
