# frozen_string_literal: true

# A customer asks for a load: it waits until dispatch prices and books it, or says no, or they take it back.
module Work::Window::AskLoad
  # A request has no price: it is looked at as one that costs nothing.
  FREE = { price: { kind: "flat", rate: "0", fuel_kind: "none" } }.freeze

  # input - { key:, stops:, freight:, references:, trailer_kind:, notes: as of a booking }. Returns the id.
  # Raises Refused with the path of the field.
  def self.call(customer_id, input, by:, now:)
    Work::Act.once(input[:key], "ask_for_load", by:, now:, input: Work::Act.plain(input)) do |act|
      ask = checked(customer_id, input, by:, now:)
      id =
        Store::Window::Requests.insert(
          customer_id:,
          account_id: by.account_id,
          asked_by: by.name,
          asked_at: now,
          ask: Sequel.pg_jsonb(Work::Act.plain(ask))
        )
      act.changed("customer", customer_id, { request: [nil, said(ask)] })
      id
    end
  end

  # input - the same with version: of the one that is changed.
  # Raises Refused `answered` too; Store::NotFound; Work::Stale.
  def self.change(customer_id, id, input, by:, now:)
    Work::Act.once(
      input[:key],
      "change_request",
      by:,
      now:,
      input: Work::Act.plain(input.merge(id:))
    ) do |act|
      row = waiting(id, input) { |found| found[:customer_id] == customer_id }
      ask = checked(customer_id, input, by:, now:)
      Store::Window::Requests.change(row, ask: Sequel.pg_jsonb(Work::Act.plain(ask)))
      before = said(row[:ask].to_h.transform_keys(&:to_sym))
      act.changed("customer", customer_id, { request: [before, said(ask)] })
      id
    end
  end

  # input - { version: }. Raises Refused `answered`; Store::NotFound; Work::Stale.
  def self.take_back(customer_id, id, input, by:, now:)
    Work::Act.once(nil, "take_request_back", by:, now:) do |act|
      row = waiting(id, input) { |found| found[:customer_id] == customer_id }
      Store::Window::Requests.change(row, status: "withdrawn")
      act.changed("customer", customer_id, { request: [said(row[:ask].to_h.transform_keys(&:to_sym)), nil] })
      id
    end
  end

  # What is asked for, as a booking would take it. Raises Refused with the path of the field.
  def self.checked(customer_id, input, by:, now:)
    ask = input.except(:key, :version)
    writer = Work::Freight::LoadWriter.new({ customer_id:, **ask, **FREE }, by:, now:)
    writer.check
    writer.stops # each is a place that is known
    ask
  end
  private_class_method :checked

  # The row of one that nobody has answered, held. Yields the row: false of what is not theirs.
  # Raises Refused `answered`; Store::NotFound; Work::Stale.
  def self.waiting(id, input)
    row = Store::Window::Requests.lock(id)
    raise Store::NotFound.new("request", id) unless row && (!block_given? || yield(row))
    unless row[:status] == "asked"
      who = row[:answered_by] || row[:asked_by]
      raise Refused.new("answered", "#{who} was faster: this is #{row[:status]}.", path: "")
    end

    Work::Stale.check(row, input[:version], of: ["customer", row[:customer_id]], yours: input) { row[:ask] }
    row
  end

  # What is asked for, in a line. ask - with symbols or texts as keys
  def self.said(ask)
    stops = (ask[:stops] || []).map { |stop| stop[:where] || stop["where"] || stop[:name] || stop["name"] }
    stops.compact.join(" → ")
  end
end
