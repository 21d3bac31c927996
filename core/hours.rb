# frozen_string_literal: true

# What a driver may legally do: duty records held against a set of rules.
#
# Inside, an instant is a whole minute since 1970 in UTC: minutes are counted between instants, never by wall
# clock.
module Core::Hours
  RESTING = %w[off_duty sleeper personal_use].freeze
  ON_DUTY = %w[driving on_duty yard_move].freeze
  STATUSES = %w[off_duty sleeper driving on_duty yard_move personal_use].freeze

  # A document as in the contract (contract/cli/hours_clocks.json), read and checked.
  #
  # Returns Question. Raises Refused `unknown_zone`, `wrong_time`, `entry_out_of_order`, `entry_in_future`.
  def self.read(document) = Document.new(document).question

  # What a driver may still do at `as_of`, and what was broken before it.
  #
  # question - Question; rules - RuleSet (data/hours)
  #
  # Returns Clocks. Source: 49 CFR 395.3(a) to (c), 395.1(b), (e), (g), (o).
  def self.clocks(question, rules:) = ClockReader.new(question, known(question, rules)).clocks

  # Minutes of driving until the next long rest, the breaks taken that it asks for.
  #
  # question - Question; remaining - of its clocks, where they are known already
  def self.until_long_rest(question, rules:, remaining: nil)
    remaining ||=
      Reading.new(rules, question.stretches, question.as_of, question.exceptions, question.days).remaining
    breaks, others = rules.limits.partition { |limit| limit.within == "interruption" }
    least = others.filter_map { |limit| remaining[limit.name.to_sym] }.min
    at_one_go = [least, *breaks.filter_map { |limit| remaining[limit.name.to_sym] }].min
    return least if at_one_go == least

    # The break has to fit into what is left of the time that goes by.
    interruption = breaks.map(&:interruption_minutes).max
    [
      others
        .filter_map { |limit| remaining[limit.name.to_sym]&.-(limit.counts == "elapsed" ? interruption : 0) }
        .min,
      at_one_go
    ].max
  end

  # A trip as in the contract (contract/cli/hours_plan.json). Returns Trip. Raises Refused
  # `closes_before_opening`, `window_ends_before_start`.
  def self.read_trip(document) = PlanDocument.new(document).trip

  # The best legal schedule for a trip after a record: least lateness, then the earliest end, within 20,160
  # minutes of as_of.
  #
  # question - Question; trip - Trip; rules - RuleSet
  #
  # partner - Question of the other driver of a team, asked at the same instant
  # advice - where it does not fit, say what would make it fit; not_before - the instant before which nothing
  #          can begin any more, nil where that is not known
  #
  # Returns Plan, with reasons. Source: as for clocks.
  def self.plan(question, trip, rules:, partner: nil, advice: true, not_before: nil) =
    PlanMaker.new(question, trip, known(question, rules), partner:, advice:, not_before:).plan

  # A quick look at trips: see Glance. Makes one for a driver; ask it `at(trip)`.
  def self.glance(question, rules:) = Glance.new(question, known(question, rules))

  # The rules, if they know every exception that is asked for.
  def self.known(question, rules)
    strange =
      question
        .exceptions
        .map(&:first)
        .find { |kind| rules.exceptions.none? { |relief| relief.kind == kind } } or return rules
    raise Core::Refused.new(
            "exception_not_in_rules",
            "The rules #{rules.name} have no exception #{strange}: leave it out, or ask by other rules.",
            path: "/exceptions"
          )
  end
  private_class_method :known

  # Rules as read from data/hours: a Hash with symbol keys.
  def self.rules(name, data) = RuleSet.read(name, data)
end
