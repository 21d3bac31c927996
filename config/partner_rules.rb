# frozen_string_literal: true

require_relative "core"
require "yaml"

# What data/partners asks of partner carriers, read once.
module PartnerRules
  # { general_cents:, hazardous_cents: } of auto liability
  def self.law =
    @law ||= all[:law].slice(:general, :hazardous).to_h { |kind, dollars| [:"#{kind}_cents", dollars * 100] }

  # As a row of the company's own rules, before there is one.
  def self.usual
    @usual ||=
      begin
        usual = all[:usual].except(:known_by)
        money = %i[auto_least cargo_least].to_h { |name| [name, BigDecimal(usual[name])] }
        terms = usual[:terms].join("\n")
        { **usual, **money, terms:, broker_number: "", terms_version: 1, version: 0 }.freeze
      end
  end

  def self.all
    path = File.expand_path("../data/partners/rules.yml", __dir__)
    @all ||= YAML.safe_load_file(path, symbolize_names: true)
  end
  private_class_method :all
end
