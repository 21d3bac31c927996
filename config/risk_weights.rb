# frozen_string_literal: true

require_relative "core"
require "yaml"

# The weights of data/tracking/risk.yml, read once.
module RiskWeights
  def self.all =
    @all ||=
      Core::Tracking::Risk::Weights.new(
        **YAML.safe_load_file(File.expand_path("../data/tracking/risk.yml", __dir__), symbolize_names: true)
      )
end
