# frozen_string_literal: true

require_relative "core"
require "yaml"

# The rules and usual weights of data/fit, read once.
module FitRules
  def self.all = @all ||= read("rules")
  # Usual weights, and the decks of each kind of trailer.
  def self.figures = @figures ||= { weights: read("weights"), decks: read("decks") }.freeze
  def self.weights = figures[:weights]

  def self.read(name) =
    YAML.safe_load_file(File.expand_path("../data/fit/#{name}.yml", __dir__), symbolize_names: true).freeze
  private_class_method :read
end
