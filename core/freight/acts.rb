# frozen_string_literal: true

# What may be done with a load or a trip as it stands, and why not: what the pages offer. The acts refuse by
# Statuses, by `trip_changeable?` and by the lists here; what only a look at the trips can tell (a stop passed, a
# crew taken) they refuse when they are done.
module Core::Freight::Acts
  # act - of LOAD or TRIP; why_not - a sentence, nil where it may be done
  Allowed = Core::Value.of(:act, :why_not)
  # statuses - in which it is done; roles - whose act it is, as the contract has it
  Act = Core::Value.of(:statuses, :roles)

  DISPATCHER = %w[dispatcher].freeze
  PERMITS = %w[permit_clerk].freeze
  CLERK = %w[settlement_clerk].freeze
  CREWED = %w[planned sent accepted].freeze
  UNDER_WAY = [*CREWED, "rolling"].freeze

  LOAD = {
    crew: Act.new(statuses: %w[open], roles: DISPATCHER),
    send: Act.new(statuses: %w[planned], roles: DISPATCHER),
    change: Act.new(statuses: Core::Freight::Statuses::CHANGEABLE, roles: DISPATCHER),
    recrew: Act.new(statuses: CREWED, roles: DISPATCHER),
    uncrew: Act.new(statuses: CREWED, roles: DISPATCHER),
    swap_crews: Act.new(statuses: CREWED, roles: DISPATCHER),
    relay: Act.new(statuses: UNDER_WAY, roles: DISPATCHER),
    undo_relay: Act.new(statuses: UNDER_WAY, roles: DISPATCHER),
    share: Act.new(statuses: Core::Freight::Statuses::CHANGEABLE, roles: DISPATCHER),
    bend: Act.new(statuses: %w[open], roles: DISPATCHER + PERMITS),
    cancel: Act.new(statuses: ["open", *UNDER_WAY], roles: DISPATCHER),
    agree_miles: Act.new(statuses: Core::Freight::Statuses::NEXT.keys, roles: DISPATCHER + CLERK),
    charge: Act.new(statuses: Core::Freight::Statuses::UNBILLED, roles: DISPATCHER + CLERK),
    bill: Act.new(statuses: Core::Freight::Statuses::BILLABLE, roles: CLERK)
  }.freeze

  TRIP = {
    add_stop: Act.new(statuses: UNDER_WAY, roles: DISPATCHER),
    remove_stop: Act.new(statuses: UNDER_WAY, roles: DISPATCHER),
    reroute: Act.new(statuses: UNDER_WAY, roles: DISPATCHER + PERMITS),
    put_right_empty: Act.new(statuses: UNDER_WAY, roles: DISPATCHER)
  }.freeze

  # Where a status is not said by its name.
  SAID = { "papers_in" => "delivered" }.freeze
  WORDS = {
    "dispatcher" => "a dispatcher",
    "permit_clerk" => "a permit clerk",
    "settlement_clerk" => "a settlement clerk"
  }.freeze

  # size - full or partial; relayed - does it change trucks on the way?; roles - of who asks; not_used - is the truck charged
  # that was ordered for it and not used?; partner - does a partner haul it?
  # Returns Array of Allowed, one for each act of LOAD in its order.
  def self.of_load(status, size:, relayed:, roles:, not_used: false, partner: false)
    LOAD.map do |name, act|
      # A truck that was ordered and not used is billed as what is delivered.
      as = name == :bill && not_used && status == "cancelled" ? "delivered" : status
      Allowed.new(act: name, why_not: why_not(act, as, roles) || beyond(name, size, relayed, partner))
    end
  end

  # The same for a trip. Of the stops only our own can be taken off, and none that was reached.
  def self.of_trip(status, roles:) =
    TRIP.map { |name, act| Allowed.new(act: name, why_not: why_not(act, status, roles)) }

  # May the way of a load be bent that nobody has?
  def self.load_bendable?(status) = LOAD.fetch(:bend).statuses.include?(status)

  # May a trip's stops and way still be changed?
  def self.trip_changeable?(status) = UNDER_WAY.include?(status)

  def self.why_not(act, status, roles)
    unless act.roles.intersect?(roles)
      return "#{listed(act.roles.map { |role| WORDS.fetch(role) })} does this."
    end
    return if act.statuses.include?(status)

    "It is #{said(status)}: this is done while it is #{listed(act.statuses.map { |one| said(one) }.uniq, first: false)}."
  end

  # Of a load that a partner hauls.
  OUR_TRUCKS = %i[send swap_crews relay undo_relay share].freeze

  def self.beyond(name, size, relayed, partner)
    return "A partner hauls it: take it back first." if partner && OUR_TRUCKS.include?(name)

    case name
    when :share
      "It is a full load: only partials share a truck." unless size == "partial"
    when :swap_crews
      "It is relayed: undo the relay first." if relayed
    when :undo_relay
      "It is not relayed." unless relayed
    end
  end

  def self.said(status) = SAID.fetch(status, status)

  def self.listed(words, first: true)
    text = [words[0...-1].join(", "), words.last].reject(&:empty?).join(" or ")
    first ? text[0].upcase + text[1..] : text
  end
  private_class_method :why_not, :beyond, :said, :listed
end
