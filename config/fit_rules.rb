# frozen_string_literal: true

require_relative "core"
require "yaml"

# The rules of data/fit, read once.
module FitRules
  def self.all =
    @all ||=
      YAML.safe_load_file(File.expand_path("../data/fit/rules.yml", __dir__), symbolize_names: true).freeze
end
