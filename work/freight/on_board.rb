# frozen_string_literal: true

# What is aboard on each leg of stops in an order, how it lies on the deck, and what of it is too much for a tractor and
# trailer.
class Work::Freight::OnBoard
  LIMITS = { weight_lb: [:capacity_lb, "lb"], volume_cuft: [:capacity_cuft, "cubic feet"] }.freeze
  # A leg of the trip with what is aboard, and how it lies on the deck. layout - Core::Freight::Deck::Layout or nil;
  # over - what is too much, or nil
  Leg = Value.of(:from, :to, :miles, :aboard, :layout, :over)

  attr_reader :trailer, :stops

  # stops - rows in order; loads - rows with id and number; tractor, trailer - rows of units, or nil
  def initialize(stops, loads, tractor:, trailer:)
    @stops = stops
    @loads = loads
    @tractor = tractor
    @trailer = trailer
  end

  # What is aboard on each leg, beside what the trailer takes.
  def legs
    handed = self.class.handed(@stops.map { |stop| stop[:id] }, @loads.map { |load| load[:id] })
    aboard = Core::Freight.aboard(@stops.map { |stop| stop[:load_id] }, goods, handed:)
    @stops
      .each_cons(2)
      .with_index
      .map do |(from, to), i|
        layout = room && Core::Freight.lay(aboard[i].pieces, room)
        Leg.new(
          from: town(from),
          to: town(to),
          miles: Store::Roads::Leg.new(from, to).miles,
          aboard: aboard[i],
          layout:,
          over: over(aboard[i], layout)
        )
      end
  end

  # The deck of a trailer; nil where there is none, or nobody knows how long it is. trailer - row or nil
  def self.room(trailer) =
    trailer &&
      Core::Fit.room(trailer[:trailer_kind], Store::Fleet.inside_in(trailer), FitRules.figures[:decks])

  # Which loads a trip that makes these of their stops has from another crew, and which go on with one.
  def self.handed(stop_ids, load_ids)
    whole = Store::Freight::Stops.where(load_id: load_ids).order(:position).select_hash_groups(:load_id, :id)
    missing = ->(edge) { whole.filter_map { |id, all| id unless stop_ids.include?(all.public_send(edge)) } }
    Core::Freight::Aboard::Handed.new(from: missing[:first], on: missing[:last])
  end

  # What each load consists of, as Core::Freight::Aboard reads it. named - what loads are called on the deck, by id
  def self.goods(named)
    lines = Store::Freight::FreightLines.where(load_id: named.keys).order(:id).all
    named.to_h do |id, _|
      own = lines.select { |line| line[:load_id] == id }
      sum = ->(column) { own.filter_map { |line| line[column] }.then { |found| found.sum if found.any? } }
      pieces = Store::Freight::FreightLines.pieces(own, named)
      [
        id,
        Core::Freight::Aboard::Goods.new(weight_lb: sum[:weight_lb], pieces:, volume_cuft: sum[:volume_cuft])
      ]
    end
  end

  def room = self.class.room(trailer)

  private

  def goods = self.class.goods(@loads.to_h { |load| [load[:id], load[:number]] })

  def over(leg, layout)
    return if trailer.nil?
    return layout.trouble if layout && !layout.fits?

    what, (column, unit) =
      LIMITS.find do |field, (room, _)|
        leg.public_send(field) && trailer[room] && leg.public_send(field) > trailer[room]
      end
    return gross(leg.weight_lb) if what.nil?

    need, takes = [leg.public_send(what), trailer[column]].map { |some| Core::Spoken.grouped(some) }
    "#{need} #{unit}, and #{trailer[:number]} takes #{takes} #{unit}."
  end

  # 23 CFR 658.17: there is always one of them that can be left.
  def gross(freight_lb)
    return if freight_lb.nil?

    tractor = @tractor || {}
    found =
      Core::Fit::Gross.of(
        freight_lb:,
        weights: FitRules.weights,
        tractor_lb: tractor[:tare_lb],
        trailer_lb: trailer[:tare_lb],
        trailer_kind: trailer[:trailer_kind]
      )
    legal_lb = [Core::Fit::LEGAL_GROSS_LB, tractor[:registered_lb]].compact.min
    "#{found.text}, and #{Core::Spoken.pounds(legal_lb)} is the most." if found.lb > legal_lb
  end

  def town(stop) = "#{stop[:town]}, #{stop[:state]}"
end
