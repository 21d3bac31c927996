# frozen_string_literal: true

# Puts a partial load on a trip that carries others, and the stops of a trip in another order.
class Work::Freight::JoinTrip
  # input - { key:, trip_id:, order: ids of stops or nil, why: where it goes past what is too much }
  # Raises Refused `not_partial`, `under_way`, `too_much_aboard`, `order_of_stops`, `crew_taken`.
  def self.call(load_id, input, by:, now:)
    Work::Act.once(input[:key], "join_trip", by:, now:, input: input.merge(load_id:)) do |act|
      new(load_id, input[:trip_id], input[:order], lock: true).join(act, now, why: input[:why])
      load_id
    end
  end

  # The same stops in another order. input - { key:, order:, why: }
  def self.reorder(trip_id, input, by:, now:)
    Work::Act.once(input[:key], "order_stops", by:, now:, input: input.merge(trip_id:)) do |act|
      new(nil, trip_id, input[:order], lock: true).join(act, now, why: input[:why])
      trip_id
    end
  end

  # load_id - that is to join, or nil; order - ids of stops, nil for the best
  def initialize(load_id, trip_id, order, lock: false)
    aboard = Store::Freight::TripLoads.where(trip_id:).select_map(:load_id)
    @load_ids = [*aboard, *load_id].uniq.sort
    @joining = load_id
    loads = Store::Freight::Loads.at(@load_ids).order(:id)
    @loads = (lock ? loads.for_update : loads).all
    trips = Store::Freight::Trips.at(trip_id)
    @trip = (lock ? trips.for_update : trips).first or raise Store::NotFound.new("trip", trip_id)
    Work::Partners::Hauled.refuse(aboard)
    check
    @plan = Work::Freight::TripPlan.new(@load_ids, order:)
  end

  def join(act, now, why: nil)
    why = nil if why.to_s.strip.empty?
    over = legs.find(&:over)
    if over && why.nil?
      raise Refused.new(
              "too_much_aboard",
              "Too much from #{over.from} to #{over.to}: #{over.over} To put it there all the same, say why.",
              path: "/why"
            )
    end

    Store::Freight::TripLoads.once({ trip_id: @trip[:id], load_id: @joining }, returns: :load_id) if @joining
    @plan.rewrite(@trip)
    told(act, now, over && why)
  end

  def stops = @plan.stops

  # What is aboard on each leg, beside what the trailer takes: Array of Work::Freight::OnBoard::Leg.
  def legs = on_board.legs
  def trailer = on_board.trailer

  private

  def check
    unless Store::Freight::JOINABLE.include?(@trip[:status])
      raise Refused.new(
              "under_way",
              "Trip #{@trip[:number]} is #{@trip[:status]}: its stops can no longer be changed here.",
              path: "/trip_id"
            )
    end

    if Work::Freight::TripPlan.rows(@trip[:id]).any? { |row| row[:load_id].nil? }
      raise Refused.new(
              "has_own_stops",
              "Trip #{@trip[:number]} has stops of its own: take them off first.",
              path: "/trip_id"
            )
    end

    load = @loads.find { |row| row[:id] == @joining } or return
    unless load[:status] == "open" || @trip[:id] == Store::Freight.live_trip(load[:id])&.fetch(:id)
      raise Refused.new("already_crewed", "#{load[:number]} is #{load[:status]}.", path: "")
    end

    full = @loads.find { |row| row[:size] != "partial" }
    if full
      raise Refused.new(
              "not_partial",
              "#{full[:number]} is booked as a full load: nothing goes beside it.",
              path: "/trip_id"
            )
    end
  end

  def told(act, now, why)
    crew = @loads.filter_map { |load| load[:crew] }.first
    @loads.each do |load|
      joins = load[:id] == @joining && load[:status] == "open"
      Store::Freight::Loads.change(load, **(joins ? { status: @trip[:status], crew: } : {}))
      Work::Freight::SearchText.write(load[:id])
      act.changed(
        "load",
        load[:id],
        (
          if joins
            { status: %w[open].push(@trip[:status]), trip: [nil, @trip[:number]] }
          else
            { stops_of_trip: [nil, @trip[:number]] }
          end
        ),
        why:
      )
    end
    if @trip[:status] != "planned"
      Work::Tracking::WriteText.changed(
        @trip,
        @loads.first,
        [[@joining ? :load_added : :stop_order, {}]],
        now
      )
    end
  end

  def on_board =
    @on_board ||=
      Work::Freight::OnBoard.new(
        stops,
        @loads,
        tractor: Store::Freight.tractor_of(@trip[:id]),
        trailer: Store::Freight.trailer_of(@trip[:id])
      )
end
