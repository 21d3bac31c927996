# frozen_string_literal: true

# Hands a load over on the way from one crew to another: the trip is cut at the swap, the trailer goes on,
# each crew has a trip.
class Work::Freight::Relay
  CUTTABLE = Core::Freight::Acts::UNDER_WAY
  UNTIED = %w[planned sent accepted].freeze

  # input - { key:, after: id of the load's stop before the swap, where: ZIP or town, at: Time, driver_ids:,
  #         tractor_id:, why: }
  # Raises Refused `nothing_to_relay`, `shared_trip`, `relayed_behind`, `too_late`, `swap_out_of_order`,
  # `same_crew`, and what a crew refuses.
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

  # Takes the last crew of a relay off again; the one before drives on. input - { key:, why: }
  def self.undo(load_id, input, by:, now:)
    Work::Act.once(input[:key], "undo_relay", by:, now:, input: input.merge(load_id:)) do |act|
      new(load_id, act).join(input)
      load_id
    end
  end

  # Refuses what a load carried in parts does not allow.
  def self.refuse(load, what)
    if Store::Freight.live_trips(load[:id]).length > 1
      raise Refused.new("relayed", "#{load[:number]} is relayed. #{what} Undo the relay first.", path: "")
    end
  end

  def initialize(load_id, act)
    @load = Store::Freight.load_for_change(load_id) or raise Store::NotFound.new("load", load_id)
    @act = act
    @trips = Store::Freight.live_trips(load_id)
    Store::Freight::Trips.where(id: @trips.map { |trip| trip[:id] }).order(:id).for_update.all
    @stops = Store::Freight.stops(load_id)
  end

  def cut(input)
    trip, rows = cuttable(input[:after])
    swap = swap_row(input, trip, rows)
    later = @stops.drop(@stops.index { |stop| stop[:id] == input[:after] } + 1)
    trailer_id = Store::Freight::TripUnits.where(trip_id: trip[:id], role: "trailer").get(:unit_id)
    check_crew(trip, input)
    kept, left =
      rows
        .reject { |row| row[:kind] == "swap" && row != rows.first }
        .partition
        .with_index { |_, i| i < (rows.index { |row| later.include?(row) } || rows.length) }
    plan(kept, [*Work::Freight::TripPlan.own_of(kept), [swap, input[:after]]]).rewrite(trip)
    crew = { driver_ids: input[:driver_ids], tractor_id: input[:tractor_id], trailer_id: }
    second_id = plan(later, [[swap, nil], *Work::Freight::TripPlan.own_of(left)]).make(crew)
    tell_cut(trip, second_id, swap, input[:why])
  end

  def join(input)
    first, second = @trips.last(2)
    unless ends_in_swap?(first) && (second || @trips.one?)
      raise Refused.new("nothing_to_undo", "#{@load[:number]} is not relayed.", path: "")
    end

    check_undo(first, second)
    if second
      Work::Freight::ReleaseCrew.cancel(second)
      Work::Tracking::WriteText.off(second, @load, @act.now) unless second[:status] == "planned"
    end
    lengthen(first, second)
    finish({ relay: [crew_text, names(first[:id])] }, [first], input[:why])
    unless first[:status] == "planned"
      Work::Tracking::WriteText.changed(first, @load, "you drive on to #{@load[:destination]}", @act.now)
    end
  end

  private

  # The last trip, if it is the one that makes the stop before the swap.
  def cuttable(after)
    index = @stops.index { |stop| stop[:id] == after }
    if index.nil? || index == @stops.length - 1
      raise Refused.new(
              "nothing_to_relay",
              "Choose a stop of this load that is not the last: the swap comes after it.",
              path: "/after"
            )
    end

    trip = @trips.last or
      raise Refused.new(
              "nothing_to_relay",
              "#{@load[:number]} has no crew yet: give it to one, then relay it.",
              path: ""
            )
    unless CUTTABLE.include?(trip[:status])
      raise Refused.new("too_late", "Trip #{trip[:number]} is #{trip[:status]}.", path: "")
    end
    if Store::Freight::TripLoads.where(trip_id: trip[:id]).count > 1
      raise Refused.new(
              "shared_trip",
              "Trip #{trip[:number]} carries other loads too: a relay is for a load by itself.",
              path: ""
            )
    end

    rows = Work::Freight::TripPlan.rows(trip[:id])
    if rows.none? { |row| row[:id] == after }
      raise Refused.new(
              "relayed_behind",
              "#{@load[:number]} has gone over to another crew by then: choose a later stop.",
              path: "/after"
            )
    end

    reached =
      Store::Freight::TripStops
        .where(trip_id: trip[:id], stop_id: @stops.drop(index + 1).map { |stop| stop[:id] })
        .reached
        .any?
    raise Refused.new("too_late", "The truck has been at a later stop already.", path: "/after") if reached

    [trip, rows]
  end

  def swap_row(input, trip, rows)
    place =
      Work::Freight::Places.own_stop(
        { kind: "swap", **input.slice(:where, :at), notes: input[:why] },
        by: @act.by,
        now: @act.now
      )
    begins = [
      rows
        .take(rows.index { |row| row[:id] == input[:after] } + 1)
        .filter_map { |row| row[:from_at] || row[:to_at] }
        .max,
      (trip[:during].begin unless trip[:status] == "rolling")
    ].compact.max
    ends = @stops.last.then { |stop| stop[:to_at] || stop[:from_at] }
    unless input[:at] > begins && input[:at] < ends
      raise Refused.new(
              "swap_out_of_order",
              "The swap comes after the stop before it and before the last delivery: put its time right.",
              path: "/at"
            )
    end

    Store::Freight::Stops.row(Store::Freight::Stops.insert(place))
  end

  def check_crew(trip, input)
    if Store::Freight.trip_drivers(trip[:id]).select_map(:driver_id).intersect?(input[:driver_ids])
      raise Refused.new("same_crew", "That is who drives now: choose another crew.", path: "/driver_ids")
    end

    silent = Store::Fleet::Drivers.where(id: input[:driver_ids], phone: "").get(:name)
    if silent && trip[:status] != "planned"
      raise Refused.new(
              "no_phone",
              "#{silent} has no telephone number in the directory.",
              path: "/driver_ids"
            )
    end

    Work::Freight::CrewLoad.check_crew(@load, input)
  end

  # A trip of this load that makes only these of its stops.
  def plan(rows, own) =
    Work::Freight::TripPlan.new([@load[:id]], only: rows.filter_map { |row| row[:id] if row[:load_id] }, own:)

  # The first makes all that the second would have made, in the same order, without the swap between them.
  def lengthen(first, second)
    rows = Work::Freight::TripPlan.rows(first[:id])
    left =
      (
        if second
          Work::Freight::TripPlan.rows(second[:id])
        else
          @stops.reject do |stop|
            @trips.any? { |trip| Work::Freight::TripPlan.rows(trip[:id]).include?(stop) }
          end
        end
      )
    all = [*rows, *left].reject { |row| row[:id] == rows.last[:id] }
    plan(all, Work::Freight::TripPlan.own_of(all)).rewrite(first)
  end

  def check_undo(first, second)
    if second && !UNTIED.include?(second[:status])
      raise Refused.new("too_late", "Trip #{second[:number]} is #{second[:status]}: it has begun.", path: "")
    end
    if CUTTABLE.include?(first[:status]) &&
         Store::Freight::TripStops.where(trip_id: first[:id]).order(:position).last[:arrived_at].nil?
      return
    end

    raise Refused.new(
            "too_late",
            "The load has been handed over: it needs another crew from there.",
            path: ""
          )
  end

  def ends_in_swap?(trip) = !trip.nil? && Work::Freight::TripPlan.rows(trip[:id]).last[:kind] == "swap"
  def names(trip_id) = Store::Freight.trip_drivers(trip_id).select_map(:name).join(" and ")
  def crew_text = @trips.map { |trip| names(trip[:id]) }.join(", then ")

  # With a load that was sent, the second crew is told at once, and the first of its new end.
  def tell_cut(trip, second_id, swap, why)
    sent = trip[:status] != "planned"
    town = "#{swap[:town]}, #{swap[:state]}"
    second = Store::Freight::Trips.row(second_id)
    if sent
      Store::Freight::Trips.at(second_id).update(status: "sent")
      Store::Freight
        .trip_drivers(second_id)
        .each { |driver| Work::Tracking::WriteText.trip(driver, second, @load.merge(origin: town), @act.now) }
      Work::Tracking::WriteText.changed(
        trip,
        @load,
        "you hand the load over to #{names(second_id)} at #{town}",
        @act.now
      )
    end
    finish({ relay: [names(trip[:id]), "#{names(second_id)} from #{town}"] }, [*@trips, second], why)
  end

  def finish(changes, trips, why)
    Store::Freight::Loads.change(@load, crew: trips.map { |trip| names(trip[:id]) }.join(", then "))
    Work::Freight::SearchText.write(@load[:id])
    @act.changed("load", @load[:id], changes, why:)
  end
end
