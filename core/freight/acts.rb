# frozen_string_literal: true

# What may be done with a load or a trip as it stands, and why not: what the pages offer. The acts refuse by States, by
# `trip_changeable?` and by the lists here; what only a look at the trips can tell (a stop passed, a crew taken) they
# refuse when they are done.
module Core::Freight::Acts
  # act - of LOAD or TRIP; why_not - a sentence, nil where it may be done
  Allowed = Core::Value.of(:act, :why_not)
  # states - in which it is done; roles - whose act it is, as the contract has it
  Act = Core::Value.of(:states, :roles)

  DISPATCHER = %w[dispatcher].freeze
  CLERK = %w[settlement_clerk].freeze
  CREWED = %w[planned sent accepted].freeze
  UNDER_WAY = [*CREWED, "rolling"].freeze

  LOAD = {
    crew: Act.new(states: %w[open], roles: DISPATCHER),
    send: Act.new(states: %w[planned], roles: DISPATCHER),
    change: Act.new(states: Core::Freight::States::CHANGEABLE, roles: DISPATCHER),
    recrew: Act.new(states: CREWED, roles: DISPATCHER),
    uncrew: Act.new(states: CREWED, roles: DISPATCHER),
    swap_crews: Act.new(states: CREWED, roles: DISPATCHER),
    relay: Act.new(states: UNDER_WAY, roles: DISPATCHER),
    undo_relay: Act.new(states: UNDER_WAY, roles: DISPATCHER),
    share: Act.new(states: Core::Freight::States::CHANGEABLE, roles: DISPATCHER),
    cancel: Act.new(states: ["open", *UNDER_WAY], roles: DISPATCHER),
    agree_miles: Act.new(states: Core::Freight::States::NEXT.keys, roles: DISPATCHER + CLERK),
    bill: Act.new(states: %w[papers_in], roles: CLERK),
    note_payment: Act.new(states: %w[billed], roles: CLERK)
  }.freeze

  TRIP = {
    add_stop: Act.new(states: UNDER_WAY, roles: DISPATCHER),
    remove_stop: Act.new(states: UNDER_WAY, roles: DISPATCHER),
    reroute: Act.new(states: UNDER_WAY, roles: DISPATCHER)
  }.freeze

  # Where a state is not said by its name.
  SAID = { "papers_in" => "delivered and its papers are in" }.freeze
  WORDS = { "dispatcher" => "a dispatcher", "settlement_clerk" => "a settlement clerk" }.freeze

  # size - full or partial; relayed - does it change trucks on the way?; roles - of who asks
  # Returns Array of Allowed, one for each act of LOAD in its order.
  def self.of_load(state, size:, relayed:, roles:)
    LOAD.map do |name, act|
      Allowed.new(act: name, why_not: why_not(act, state, roles) || beyond(name, size, relayed))
    end
  end

  # The same for a trip. Of the stops only our own can be taken off, and none that was reached.
  def self.of_trip(state, roles:) =
    TRIP.map { |name, act| Allowed.new(act: name, why_not: why_not(act, state, roles)) }

  # May a trip's stops and way still be changed?
  def self.trip_changeable?(state) = UNDER_WAY.include?(state)

  def self.why_not(act, state, roles)
    unless act.roles.intersect?(roles)
      return "#{listed(act.roles.map { |role| WORDS.fetch(role) })} does this."
    end
    return if act.states.include?(state)

    "It is #{said(state)}: this is done while it is #{listed(act.states.map { |one| said(one) }, first: false)}."
  end

  def self.beyond(name, size, relayed)
    case name
    when :share
      "It is a full load: only partials share a truck." unless size == "partial"
    when :swap_crews
      "It is relayed: undo the relay first." if relayed
    when :undo_relay
      "It is not relayed." unless relayed
    end
  end

  def self.said(state) = SAID.fetch(state, state)

  def self.listed(words, first: true)
    text = [words[0...-1].join(", "), words.last].reject(&:empty?).join(" or ")
    first ? text[0].upcase + text[1..] : text
  end
  private_class_method :why_not, :beyond, :said, :listed
end
