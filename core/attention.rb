# frozen_string_literal: true

# What of a day needs a decision, and what first.
module Core::Attention
  # code - of the rule; what - names the matter, to be put off by; kind - what people call such a row; stake -
  # whole dollars, for the order; subject - load, driver or unit, and its id
  Row = Value.of(:code, :what, :kind, :title, :reason, :stake, :at, :zone, :subject, :subject_id, :act)

  # A trip without a legal way weighs as one that is a day late.
  NO_WAY_MINUTES = 1440

  # The rules of data/attention, by code.
  def self.read(rows) = rows.to_h { |row| [row[:code], Rule.new(row)] }.freeze

  # facts - Array of values of Facts
  # rules - of `read`
  # as_of - Time
  #
  # Returns Array of Row: what is near or has lasted enough, most at stake first.
  # Source: data/attention/rules.yml, common practice.
  def self.rows(facts, rules:, as_of:)
    facts
      .select { |fact| rules.fetch(fact.code).due?(fact, as_of) }
      .map { |fact| rules.fetch(fact.code).row(fact, as_of) }
      .sort_by { |row| [-row.stake, row.what] }
  end
end
