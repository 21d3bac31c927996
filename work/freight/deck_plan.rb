# frozen_string_literal: true

# How a load lies on the deck, with what is aboard beside it: leg by leg on its trip, or on a trailer of its kind
# while it has none.
class Work::Freight::DeckPlan
  # A trailer that nobody has chosen yet: the 53 ft of 23 CFR 658.13, less the walls.
  USUAL_IN = 630
  # loads - ids aboard; layout - Core::Freight::Deck::Layout
  Leg = Value.of(:from, :to, :loads, :layout)

  attr_reader :trailer, :room, :numbers

  # Raises Store::NotFound.
  def initialize(load_id)
    @load = Store::Freight.load(load_id) or raise Store::NotFound.new("load", load_id)
    @trip = Store::Freight.live_trip(load_id)
    ids = @trip ? Store::Freight::TripLoads.load_ids(@trip[:id]) : [load_id]
    @numbers = Store::Freight::Loads.at(ids).select_hash(:id, :number)
    @trailer = @trip && Store::Freight.trailer_of(@trip[:id])
    @room = Work::Freight::OnBoard.room(@trailer) || Core::Fit.room(kind, USUAL_IN, FitRules.figures[:decks])
  end

  def kind = @trailer&.fetch(:trailer_kind) || @load[:trailer_kind] || "dry_van"

  # Array of Leg, one for each time that what is aboard changes while this load is.
  def legs
    stops = stops()
    handed = Work::Freight::OnBoard.handed(stops.map { |stop| stop[:stop_id] || stop[:id] }, @numbers.keys)
    Core::Freight
      .aboard(stops.map { |stop| stop[:load_id] }, goods, handed:)
      .each_with_index
      .select { |leg, _| leg.loads.include?(@load[:id]) }
      .chunk_while { |(one, _), (other, _)| one.loads == other.loads }
      .map do |run|
        from, to = stops[run.first.last], stops[run.last.last + 1]
        leg = run.first.first
        Leg.new(from: town(from), to: town(to), loads: leg.loads, layout: Core::Freight.lay(leg.pieces, room))
      end
  end

  private

  def stops
    rows = @trip ? Store::Freight.trip_stops(@trip[:id]).all : Store::Freight.stops(@load[:id])
    # A swap is where it begins to lie on this deck, or no longer does.
    rows.select { |row| row[:load_id] || row[:kind] == "swap" }
  end

  # A load alone need not be named.
  def goods = Work::Freight::OnBoard.goods(@numbers.length > 1 ? @numbers : @numbers.transform_values { nil })

  def town(stop) = "#{stop[:town]}, #{stop[:state]}"
end
