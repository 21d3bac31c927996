# frozen_string_literal: true

# The JSON of the rules by which crews are judged, and of what the company reckons with.
module Web::Match::RulesJson
  Figures = Web::Figures
  DAYS = %i[licence_days medical_card_days registration_days annual_inspection_days other_paper_days].freeze
  MONEY = %i[cost_per_day late_hourly home_missed uncovered].freeze

  def self.to_h
    read = Reads::Match::Rules.all
    { version: read.settings[:version], rules: rules(read.effects), settings: settings(read.settings) }
  end

  def self.rules(effects)
    FitRules.all.map do |rule|
      {
        **rule.slice(:code, :title, :source),
        effect: effects.fetch(rule[:code], rule[:effect]),
        usual: rule[:effect]
      }
    end
  end

  def self.settings(row) =
    {
      fuel_price: Figures.rate(row[:fuel_price]),
      cost_per_mile: Figures.rate(row[:cost_per_mile]),
      **row.slice(:margin_minutes, *DAYS),
      **MONEY.to_h { |name| [name, Figures.money(row[name])] }
    }
  private_class_method :rules, :settings
end
