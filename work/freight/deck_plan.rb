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
    @room = Core::Fit.room(kind, length_in, FitRules.figures[:decks])
  end

  def kind = @trailer&.fetch(:trailer_kind) || @load[:trailer_kind] || "dry_van"

  # Array of Leg, one for each time that what is aboard changes while this load is.
  def legs
    stops = stops()
    Core::Freight
      .aboard(stops.map { |stop| stop[:load_id] }, goods)
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

  def length_in
    return USUAL_IN if @trailer.nil?

    @trailer[:inner_length_in] || (@trailer[:length_ft] && (@trailer[:length_ft] * 12)) || USUAL_IN
  end

  def stops
    rows = @trip ? Store::Freight.trip_stops(@trip[:id]).all : Store::Freight.stops(@load[:id])
    rows.select { |row| row[:load_id] }
  end

  def goods
    lines =
      Store::Freight::FreightLines
        .where(load_id: @numbers.keys)
        .order(:id)
        .all
        .group_by { |row| row[:load_id] }
    named = @numbers.length > 1 ? @numbers : {}
    @numbers.keys.to_h do |id|
      pieces = Store::Freight::FreightLines.pieces(lines[id] || [], named)
      [id, Core::Freight::Aboard::Goods.new(weight_lb: nil, pieces:, volume_cuft: nil)]
    end
  end

  def town(stop) = "#{stop[:town]}, #{stop[:state]}"
end
