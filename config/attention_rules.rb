# frozen_string_literal: true

require_relative "core"
require "yaml"

# The rules of data/attention, read once.
module AttentionRules
  def self.all =
    @all ||=
      Core::Attention.read(
        YAML.safe_load_file(File.expand_path("../data/attention/rules.yml", __dir__), symbolize_names: true)
      )
end
