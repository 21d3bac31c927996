# frozen_string_literal: true

require_relative "core"
require "yaml"

# The phrases of data/tracking that are texted to drivers, read once.
module Phrases
  LANGUAGES = %w[en es].freeze

  def self.all =
    @all ||= YAML.safe_load_file(File.expand_path("../data/tracking/phrases.yml", __dir__)).freeze

  # A phrase in a language with its parts put in. A part that is not given stays, as {link} does until the
  # text leaves.
  def self.say(name, language, **parts) =
    all
      .fetch(language)
      .fetch(name.to_s)
      .gsub(/{(\w+)}/) { |hole| parts.fetch(Regexp.last_match(1).to_sym, hole) }

  # What to text when the work at a stop of our own is done; nil where freight is handled.
  def self.own_word(work_kind, language) = all.fetch("own_words").fetch(language)[work_kind]

  # What has changed on a trip, in one line. said - Array of [code, parts]
  def self.changes(said, language) =
    said
      .map do |code, parts|
        all
          .fetch("changes")
          .fetch(language)
          .fetch(code.to_s)
          .gsub(/{(\w+)}/) { parts.to_h.transform_keys(&:to_s).fetch(Regexp.last_match(1)).to_s }
      end
      .join(", ")

  # What a check-in is called.
  def self.kind(name, language) = all.fetch("kinds").fetch(language).fetch(name, name)
end
