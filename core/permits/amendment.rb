# frozen_string_literal: true

# What has changed since a permit was issued, and whether its state lets that change without a new permit.
class Core::Permits::Amendment
  FACTS = {
    "starts_on" => "the start",
    "tractor" => "the tractor",
    "width_in" => "the width",
    "height_in" => "the height",
    "length_in" => "the length",
    "gross_lb" => "the gross weight",
    "way" => "the way"
  }.freeze

  # was, now - Hash of { width_in:, height_in:, length_in:, gross_lb:, tractor_id:, way:, starts_on: },
  # compared as text; a fact that was not noted then is not compared
  #
  # Returns Array of names of FACTS.
  def self.changed(was, now)
    FACTS.keys.select do |name|
      fact = name == "tractor" ? :tractor_id : name.to_sym
      !was[fact].nil? && was[fact].to_s != now[fact].to_s
    end
  end

  # allowed - the state's list of names. Returns a sentence that says why not, or nil.
  def self.refused(names, allowed, state)
    return "Nothing has changed since this permit was issued." if names.empty?

    beyond = names - allowed
    return if beyond.empty?

    lets =
      (
        if allowed.empty?
          "no change of an issued permit"
        else
          "#{said(allowed)} of an issued permit change, and no more"
        end
      )
    "#{state} lets #{lets}: this changes #{said(beyond)}. Give the permit up and apply anew."
  end

  # Names in words: the start and the tractor.
  def self.said(names) =
    names
      .map { |name| FACTS.fetch(name) }
      .then { |words| words.length > 1 ? "#{words[0...-1].join(", ")} and #{words.last}" : words.first }
end
