# frozen_string_literal: true

# Loads strung together: the most profitable ways for a truck from where it is to where it should be by a date.
module Core::Freight::Chains
  # Minutes of standing that begin a new day of driving.
  STANDING_MINUTES = 600
  # A way from one place to another. tenths - of a mile
  Leg = Value.of(:tenths, :minutes, :toll_cents)
  # One load of a question. at most one of each in a chain; from, to - indexes of places; times in minutes since
  # 1970; latest_delivery - the last minute at which service may start
  Load = Value.of(:id, :from, :to, :pickup_from, :pickup_to, :latest_delivery, :rate_cents, :leg)
  # What is asked, read and located.
  #
  # loads - Array of Load that could be taken at all; start - index of a place; start_at, end_by - minutes
  # empty_legs - ->(place) { Array of [place, Leg] } to the places where loads begin, within the limit of deadhead
  # near_end - Array of Boolean by place: may the last delivery be there?
  # fuel_cents_per_tenth, daily_cents_per_minute - Rational
  # zone_seconds - the offset in which times are answered
  Question =
    Value.of(
      :loads,
      :start,
      :start_at,
      :end_by,
      :empty_legs,
      :near_end,
      :places,
      :max_loads,
      :daily_drive_minutes,
      :service_minutes,
      :fuel_cents_per_tenth,
      :daily_cents_per_minute,
      :zone_seconds,
      :top
    )

  # The best chains, best first; the first is the true optimum under the limits. See Search for how.
  #
  # Returns Array of Chain.
  def self.best(question) = Search.new(question).best

  # The same under the legal hours of a driver or a team: see Legal. hours, partner - Core::Hours::Question as of the
  # start
  def self.best_legal(question, hours, rules:, partner: nil) = Legal.new(question, hours, rules, partner).best

  # The record of duty that a document brings, as of the start; nil where it brings none.
  def self.read_hours(document)
    document["hours"] && Core::Hours.read({ **document["hours"], "as_of" => document["start"]["at"] })
  end

  # A document as in the contract (contract/cli/freight_chains.json).
  #
  # roads - ->(avoid_states) { RoadLegs }, asked only where the document brings no distances
  #
  # Returns Question. Raises Refused `duplicate_id`, `duplicate_pair`, `wrong_time`, `ends_before_start`, …
  def self.read(document, roads:) = Document.new(document, roads).question
end
