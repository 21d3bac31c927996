# frozen_string_literal: true

# The trips of a relay with their loads, held for a change: what cutting one in two and putting two together share.
class Work::Freight::RelayParts
  attr_reader :load, :trips, :loads

  # Of a load, with everything that is aboard its trips. Raises Store::NotFound.
  def self.of(load_id, act)
    trip_ids = Store::Freight::Trips.of_load(load_id).live.select_map(:id)
    chained = [*trip_ids, *Store::Freight::TripStops.handing_over(trip_ids)]
    shared = Store::Freight::TripLoads.where(trip_id: chained).select_map(:load_id)
    new(load_id, [load_id, *shared].uniq, act)
  end

  # Locks in the one order: loads, then trips.
  def initialize(load_id, load_ids, act)
    @act = act
    @loads = Store::Freight::Loads.at(load_ids).order(:id).for_update.all
    @load = @loads.find { |load| load[:id] == load_id } or raise Store::NotFound.new("load", load_id)
    @trips = Store::Freight.live_trips(load_id)
    Store::Freight::Trips.queue(@trips.map { |trip| trip[:id] })
  end

  # The trip that goes on from where this one hands over, or nil; the one that hands over to it, or nil.
  def successor(trip) = beside(trip, :last)
  def predecessor(trip) = beside(trip, :first)

  # Stops of loads that no trip makes, in order: those of a part that was declined.
  def left_over(load_ids)
    made = Store::Freight::TripStops.of_live_trips.select(:stop_id)
    Store::Freight::Stops.where(load_id: load_ids).exclude(id: made).order(:to_at, :from_at, :position).all
  end

  # Which loads are on a trip from now on.
  def carry(trip_id, load_ids)
    Store::Freight::TripLoads.where(trip_id:).exclude(load_id: load_ids).delete
    Store::Freight::TripLoads.once_all(load_ids.map { |load_id| { trip_id:, load_id: } })
  end

  # rows - stops in order, with the swaps of the trip
  def rewrite(trip, rows, load_ids)
    carry(trip[:id], load_ids)
    plan(rows, load_ids).rewrite(trip)
  end

  def plan(rows, load_ids)
    only = rows.filter_map { |row| row[:id] if row[:load_id] }
    own = Work::Freight::TripPlan.own_of(rows)
    Work::Freight::TripPlan.new(load_ids, order: only, only:, own:)
  end

  def names(trip_id) = Store::Freight.trip_drivers(trip_id).select_map(:name).join(" and ")

  # Every load says who carries it, and is what its trips are.
  def finish(changes, why)
    told = ->(load, more) { @act.changed("load", load[:id], { **changes, **more }, why:) }
    followed = []
    Work::Freight::Follow.call(@loads) do |load, before|
      followed << load[:id]
      told[load, { status: [before, load[:status]] }]
    end
    @loads.each do |load|
      Store::Freight::Loads.change(load, crew: Store::Freight.crew_of(load[:id]))
      Work::Freight::SearchText.write(load[:id])
      told[load, {}] unless followed.include?(load[:id])
    end
  end

  private

  def beside(trip, edge)
    swap = Work::Freight::TripPlan.rows(trip[:id]).public_send(edge)
    return unless swap && swap[:kind] == "swap"

    Store::Freight::Trips.live.making(swap[:id]).exclude(id: trip[:id]).first
  end
end
