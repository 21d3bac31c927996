# frozen_string_literal: true

# Loads: what they cost the customer, what they still lack, and which status follows which.
module Core::Freight
  # What a load's price comes to.
  #
  # price     - Price, rates BigDecimal dollars or percent
  # miles     - BigDecimal or nil while a stop has no place yet
  # weight_lb - Integer
  #
  # Returns Totals in cents. What cannot be computed yet counts as zero.
  def self.totals(price, miles:, weight_lb:) = Pricing.totals(price, miles: miles || 0.to_d, weight_lb:)

  # What a fuel surcharge comes to over a load's miles or its line haul: whole cents. load - Hash with :line_haul (dollars)
  # and :miles; fuel_kind, fuel_rate - as Pricing has them
  def self.fuel_surcharge_cents(load, fuel_kind:, fuel_rate:)
    price =
      Pricing::Price.new(kind: "flat", rate: load[:line_haul], fuel_kind:, fuel_rate:, accessorials_cents: [])
    totals(price, miles: load[:miles], weight_lb: 0).fuel_surcharge_cents
  end

  # What a load lacks before it can go on from its status, as findings with a code and a sentence.
  def self.missing(facts) = Readiness.missing(facts)

  # The loads of a trip whose papers are still wanted: see Papers.
  def self.papers_wanted(kinds) = Papers.wanted(kinds)

  # The instants between which a load holds its crew, from the windows of its stops in order.
  # Raises Refused `stop_time_missing` with the path of the stop.
  def self.span(windows) = Schedule.span(windows)

  # Refuses stops that no truck could serve: no pickup before the first delivery, a delivery before its pickup
  # in time.
  def self.check_stops(windows) = Schedule.check(windows)

  # The best order of several loads' stops on one trip: indexes. See StopOrder.
  def self.stop_order(stops, minutes) = StopOrder.new(stops, minutes).best

  # Refuses an order of stops that delivers what is not aboard. stops - in that order, see StopOrder. Raises
  # Refused `order_of_stops`.
  def self.check_stop_order(stops, order)
    return if order.sort == stops.each_index.to_a && StopOrder.new(stops, nil).legal?(order)

    raise Refused.new(
            "order_of_stops",
            "Each load is picked up before it is delivered, and every stop is made once: put the order " \
              "right.",
            path: "/order"
          )
  end

  # Of each leg between stops of these kinds, is freight aboard? A swap takes it from one crew to the next.
  def self.loaded_legs(kinds)
    first, last = %i[index rindex].map { |find| kinds.public_send(find) { |kind| LOADED_AT.include?(kind) } }
    (0...[kinds.length - 1, 0].max).map { |leg| !first.nil? && leg >= first && leg < last }
  end
  LOADED_AT = %w[pickup delivery swap].freeze

  # Does a load come to this stop from its own stop before, and no other way? from, to - rows of stops
  def self.next_of_load?(from, to) =
    !to[:load_id].nil? && from[:load_id] == to[:load_id] && from[:position] + 1 == to[:position]

  # Pieces laid out on a deck: see Deck. pieces - Array of Deck::Piece, room - Deck::Room; returns Deck::Layout
  def self.lay(pieces, room) = Deck.lay(pieces, room)

  # What is aboard on each leg: see Aboard.
  def self.aboard(order, goods, handed: Aboard::NONE) = Aboard.legs(order, goods, handed:)

  # What becomes of the loads of a trip that is cut. before, after - load ids of its stops on either side, in order;
  # aboard - ids of those that it has from a swap
  def self.handover(before, after, aboard: []) = Handover.of(before, after, aboard:)

  # Refuses a change of status that the trade does not know.
  def self.step(from, to) = Statuses.step(from, to)
end
