# frozen_string_literal: true

# How typed days and numbers are read, in files as in fields: the client's readers are held to the same cases
# (spec/typed/cases.json).
module Core::Typed
  MONTHS = %w[jan feb mar apr may jun jul aug sep oct nov dec].freeze
  DAYS = [
    /\A(?<year>\d{4})-(?<month>\d{1,2})-(?<day>\d{1,2})\z/,
    %r{\A(?<month>\d{1,2})[/-](?<day>\d{1,2})[/-](?<year>\d{4}|\d{2})\z},
    /\A(?<month>[a-z]{3,9})\.? (?<day>\d{1,2}),? (?<year>\d{4})\z/,
    /\A(?<day>\d{1,2}) (?<month>[a-z]{3,9})\.? (?<year>\d{4})\z/
  ].freeze

  # A day with its year, month first where it is all numbers, as the trade in the United States writes it (common
  # practice). Returns Date, or nil for what is none.
  def self.day(text)
    found = DAYS.filter_map { |form| form.match(text.strip.downcase) }.first or return
    year = found[:year].rjust(4, "20").to_i
    month = MONTHS.index(found[:month][0, 3])&.succ || found[:month].to_i
    Date.new(year, month, found[:day].to_i) if Date.valid_date?(year, month, found[:day].to_i)
  end

  # A whole number, with or without groups of three. Returns Integer, or nil.
  def self.whole(text)
    plain = text.strip
    plain = plain.delete(", ") if plain.match?(/\A\d{1,3}([, ]\d{3})+\z/)
    plain.to_i if plain.match?(/\A-?\d+\z/)
  end
end
