# frozen_string_literal: true

require "pdf-reader"

# What no paper should say, with its like: keys, bare decimals, long minutes, instants as programs write them.
module RawWords
  FORMS = {
    "a key" => /\b[a-z]+_[a-z_]+\b/,
    "minutes over 90" => /(?<![\d.])(?:9[1-9]|\d{3,}) min\b/,
    "a bare decimal" => /(?<![\d.,$])(?<![A-Z] )\d+\.\d(?!\d)(?! ?(?:mi|ft|h\b|%|°|\()|, [A-Z]{2} )/,
    "an instant" => /\d{4}-\d\d-\d\d(?:T\d\d)?/,
    "pounds ungrouped" => /(?<![\d,])\d{4,} lb\b/
  }.freeze
  # The label of a line of miles says what its figure is.
  LABELLED = /\A\s*(?:Loaded|Empty) miles, /

  def self.of_pdf(bytes) = found(PDF::Reader.new(StringIO.new(bytes)).pages.map(&:text).join("\n"))

  def self.found(text)
    rest = text.lines.grep_v(LABELLED).join
    FORMS.filter_map { |what, like| rest[/.*#{like}.*/] && "#{what}: #{rest[/.*#{like}.*/].strip}" }
  end
end
