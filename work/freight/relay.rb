# frozen_string_literal: true

# Hands a trip's freight over on the way from one crew to another: the trip is cut at the swap, the trailer
# goes on,
# each crew has a trip. Of a trip with several loads each load that is aboard goes over, and what is picked
# up later
# is the second crew's.
class Work::Freight::Relay
  CUTTABLE = Core::Freight::Acts::UNDER_WAY

  # input - { key:, after: id of the load's stop before the swap, where: ZIP or town, at: Time, driver_ids:,
  #         tractor_id:, why: }
  # Raises Refused `nothing_to_relay`, `relayed_behind`, `too_late`, `swap_out_of_order`, `same_crew`, and
  # what a
  # crew refuses.
  def self.call(load_id, input, by:, now:)
    Work::Act.once(
      input[:key],
      "relay_load",
      by:,
      now:,
      input: Work::Act.plain(input.merge(load_id:))
    ) do |act|
      new(load_id, act).cut(input)
      load_id
    end
  end

  # Refuses what a load on a trip that is cut in two does not allow.
  def self.refuse(load, what)
    trip_ids = Store::Freight.live_trips(load[:id]).map { |trip| trip[:id] }
    return if Store::Freight::TripStops.stops_of(trip_ids).where(kind: "swap").empty?

    raise Refused.new("relayed", "#{load[:number]} is relayed. #{what} Undo the relay first.", path: "")
  end

  def initialize(load_id, act)
    @parts = Work::Freight::RelayParts.of(load_id, act)
    @load = @parts.load
    Work::Partners::Hauled.refuse(load_id)
    @act = act
    @trip = @parts.trips.last or
      raise Refused.new(
              "nothing_to_relay",
              "#{@load[:number]} has no crew yet: give it to one, then relay it.",
              path: ""
            )
    @rows = Work::Freight::TripPlan.rows(@trip[:id])
  end

  def cut(input)
    check_trip
    kept, later = sides(input[:after])
    handover = handover(kept, later)
    check_cut(later, handover)
    swap = swap_row(input, kept, later)
    trailer_id = Store::Freight::TripUnits.where(trip_id: @trip[:id], role: "trailer").get(:unit_id)
    check_crew(handover, input)
    crew = { driver_ids: input[:driver_ids], tractor_id: input[:tractor_id], trailer_id: }
    @parts.rewrite(@trip, [*kept, swap], handover.first)
    second_id = @parts.plan([swap, *later], handover.second).make(crew)
    tell(second_id, swap, input[:why])
  end

  private

  # The last trip that carries the load, from which no other crew goes on.
  def check_trip
    unless CUTTABLE.include?(@trip[:status])
      raise Refused.new("too_late", "Trip #{@trip[:number]} is #{@trip[:status]}.", path: "")
    end

    beyond = @parts.successor(@trip) or return
    raise Refused.new(
            "relayed_behind",
            "Trip #{@trip[:number]} hands over to #{@parts.names(beyond[:id])} already: undo that relay first.",
            path: "/after"
          )
  end

  # The stops of the first crew and those of the second; a stop of our own goes with the crew that passes it.
  def sides(after)
    at = @rows.index { |row| row[:id] == after && row[:load_id] }
    if at.nil?
      known = Store::Freight.stops(@load[:id]).any? { |row| row[:id] == after }
      raise known ? gone_over : choose
    end

    left = @rows.drop(at + 1).reject { |row| row[:kind] == "swap" }
    own = left.take_while { |row| row[:load_id].nil? }
    own = [] if own.length == left.length
    later = left.drop(own.length) + @parts.left_over(ids)
    raise choose if later.none? { |row| row[:load_id] }

    [[*@rows.take(at + 1), *own], later]
  end

  def gone_over =
    Refused.new(
      "relayed_behind",
      "#{@load[:number]} has gone over to another crew by then: choose a later stop.",
      path: "/after"
    )

  def choose =
    Refused.new(
      "nothing_to_relay",
      "Choose a stop of this trip that is not its last: the swap comes after it.",
      path: "/after"
    )

  def ids = Store::Freight::TripLoads.load_ids(@trip[:id])

  def handover(kept, later)
    before, after = [kept, later].map { |rows| rows.filter_map { |row| row[:load_id] } }
    aboard = Work::Freight::OnBoard.handed(@rows.map { |row| row[:id] }, ids).from
    Core::Freight.handover(before, after, aboard:)
  end

  def check_cut(later, handover)
    if handover.over.empty?
      raise Refused.new(
              "nothing_to_relay",
              "Nothing is aboard there: what comes later can be given to another crew by itself.",
              path: "/after"
            )
    end

    reached =
      Store::Freight::TripStops.where(trip_id: @trip[:id], stop_id: later.map { |row| row[:id] }).reached.any?
    raise Refused.new("too_late", "The truck has been at a later stop already.", path: "/after") if reached
  end

  def swap_row(input, kept, later)
    place =
      Work::Freight::Places.own_stop(
        { kind: "swap", **input.slice(:where, :at), notes: input[:why] },
        by: @act.by,
        now: @act.now
      )
    begins = [
      kept.filter_map { |row| row[:from_at] || row[:to_at] }.max,
      (@trip[:during].begin unless @trip[:status] == "rolling")
    ].compact.max
    ends = later.filter_map { |row| row[:to_at] || row[:from_at] if row[:load_id] }.max
    unless input[:at] > begins && input[:at] < ends
      raise Refused.new(
              "swap_out_of_order",
              "The swap comes after the stop before it and before the last delivery: put its time right.",
              path: "/at"
            )
    end

    Store::Freight::Stops.row(Store::Freight::Stops.insert(place))
  end

  def check_crew(handover, input)
    if Store::Freight.trip_drivers(@trip[:id]).select_map(:driver_id).intersect?(input[:driver_ids])
      raise Refused.new("same_crew", "That is who drives now: choose another crew.", path: "/driver_ids")
    end

    silent = Store::Fleet::Drivers.where(id: input[:driver_ids], phone: "").get(:name)
    if silent && @trip[:status] != "planned"
      raise Refused.new(
              "no_phone",
              "#{silent} has no telephone number in the directory.",
              path: "/driver_ids"
            )
    end

    @parts
      .loads
      .select { |load| handover.second.include?(load[:id]) }
      .each { |load| Work::Freight::CrewLoad.check_crew(load, input) }
  end

  # With a load that was sent, the second crew is told at once, and the first of its new end.
  def tell(second_id, swap, why)
    town = "#{swap[:town]}, #{swap[:state]}"
    unless @trip[:status] == "planned"
      Store::Freight::Trips.at(second_id).update(status: "sent")
      second = Store::Freight::Trips.row(second_id)
      Store::Freight
        .trip_drivers(second_id)
        .each { |driver| Work::Tracking::WriteText.trip(driver, second, @load.merge(origin: town), @act.now) }
      Work::Tracking::WriteText.changed(
        @trip,
        @load,
        [[:hand_over, { who: @parts.names(second_id), town: }]],
        @act.now
      )
    end
    @parts.finish({ relay: [@parts.names(@trip[:id]), "#{@parts.names(second_id)} from #{town}"] }, why)
  end
end
