# frozen_string_literal: true

# Takes the last crew of a relay off again: the one before makes all that it would have made, in the same
# order.
class Work::Freight::UndoRelay
  UNTIED = %w[planned sent accepted].freeze

  # input - { key:, why: }. Raises Refused `nothing_to_undo`, `relayed_behind`, `too_late`, `crew_taken`.
  def self.call(load_id, input, by:, now:)
    Work::Act.once(input[:key], "undo_relay", by:, now:, input: input.merge(load_id:)) do |act|
      new(load_id, act).call(input[:why])
      load_id
    end
  end

  def initialize(load_id, act)
    @parts = Work::Freight::RelayParts.of(load_id, act)
    @act = act
  end

  def call(why)
    first, second = pair
    check(first, second)
    crews = [first, second].compact.map { |trip| @parts.names(trip[:id]) }.join(", then ")
    call_off(second) if second
    lengthen(first, second)
    @parts.finish({ relay: [crews, @parts.names(first[:id])] }, why)
    return if first[:status] == "planned"

    Work::Tracking::WriteText.changed(
      first,
      @parts.load,
      [[:drive_on, { to: @parts.load[:destination] }]],
      @act.now
    )
  end

  private

  # The trip that hands over, and the one that takes over, nil where it was declined.
  def pair
    last = @parts.trips.last
    first = last && (@parts.successor(last) ? last : @parts.predecessor(last) || last)
    unless first && Work::Freight::TripPlan.rows(first[:id]).last[:kind] == "swap"
      raise Refused.new("nothing_to_undo", "#{@parts.load[:number]} is not relayed.", path: "")
    end

    [first, @parts.successor(first)]
  end

  def check(first, second)
    beyond = second && @parts.successor(second)
    if beyond
      raise Refused.new(
              "relayed_behind",
              "Trip #{second[:number]} hands over to #{@parts.names(beyond[:id])}: undo that relay first.",
              path: ""
            )
    end
    if second && !UNTIED.include?(second[:status])
      raise Refused.new("too_late", "Trip #{second[:number]} is #{second[:status]}: it has begun.", path: "")
    end
    if Work::Freight::Relay::CUTTABLE.include?(first[:status]) &&
         Store::Freight::TripStops.where(trip_id: first[:id]).order(:position).last[:arrived_at].nil?
      return
    end

    raise Refused.new(
            "too_late",
            "The load has been handed over: it needs another crew from there.",
            path: ""
          )
  end

  def call_off(second)
    Work::Freight::ReleaseCrew.cancel(second)
    return if second[:status] == "planned"

    Work::Tracking::WriteText.off(second, @parts.load, @act.now)
  end

  def lengthen(first, second)
    kept = Work::Freight::TripPlan.rows(first[:id])
    ids = [first, second].compact.flat_map { |trip| Store::Freight::TripLoads.load_ids(trip[:id]) }.uniq.sort
    left = second ? Work::Freight::TripPlan.rows(second[:id]).drop(1) : @parts.left_over(ids)
    @parts.rewrite(first, kept[...-1] + left, ids)
  end
end
