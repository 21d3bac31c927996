# frozen_string_literal: true

require_relative "core"
require "yaml"

# The rule sets of data/hours, read once.
module HoursRules
  FOLDER = File.expand_path("../data/hours", __dir__)

  def self.named(name)
    (@sets ||= {})[name] ||= Core::Hours.rules(name, YAML.safe_load_file(File.join(FOLDER, "#{name}.yml"), permitted_classes: [Date], symbolize_names: true))
  end
end
