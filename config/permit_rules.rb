# frozen_string_literal: true

require_relative "core"
require "json_schemer"
require "yaml"

# The jurisdictions of data/jurisdictions, read once and held against their schema.
module PermitRules
  FOLDER = File.expand_path("../data/jurisdictions", __dir__)

  def self.all =
    @all ||=
      Dir[File.join(FOLDER, "*.yml")]
        .to_h { |path| read(path).then { |rules| [rules.jurisdiction, rules] } }
        .freeze

  def self.read(path)
    text = YAML.safe_load_file(path, permitted_classes: [Date])
    trouble = schema.validate(JSON.parse(JSON.generate(text))).first
    raise "#{path}: #{trouble["error"]}" if trouble

    Core::Permits.rules(YAML.safe_load_file(path, permitted_classes: [Date], symbolize_names: true))
  end

  def self.schema = @schema ||= JSONSchemer.schema(Pathname(File.join(FOLDER, "schema.json")), format: true)
  private_class_method :read, :schema
end
