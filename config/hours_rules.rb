# frozen_string_literal: true

require_relative "core"
require "yaml"

# The rule sets of data/hours, read once.
module HoursRules
  FOLDER = File.expand_path("../data/hours", __dir__)
  # What a driver keeps where nothing else is known of him.
  USUAL = "us_property_70_8"

  def self.named(name)
    (@sets ||= {})[name] ||= Core::Hours.rules(
      name,
      YAML.safe_load_file(File.join(FOLDER, "#{name}.yml"), permitted_classes: [Date], symbolize_names: true)
    )
  end
end
