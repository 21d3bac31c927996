# frozen_string_literal: true

# Where a trip's driver really became empty: his empty miles, and what he can do next, are reckoned from there.
module Work::Freight::PutRightEmpty
  # input - { key:, where: ZIP or town, or place_id: of the directory }
  # Returns the trip's id. Raises Refused `under_way`, `unknown_place`, `ambiguous_place` at /where.
  def self.call(trip_id, input, by:, now:)
    Work::Act.once(input[:key], "put_right_empty", by:, now:, input: input.merge(trip_id:)) do |act|
      Store::Freight::TripLoads.load_ids(trip_id).each { |load_id| Store::Freight.load_for_change(load_id) }
      trip = Store::Freight::Trips.lock(trip_id) or raise Store::NotFound.new("trip", trip_id)
      unless Core::Freight::Acts.trip_changeable?(trip[:status])
        raise Refused.new("under_way", "Trip #{trip[:number]} is #{trip[:status]}.", path: "")
      end

      place = Work::Freight::Places.own_stop(input.merge(kind: "yard"), by:, now:)
      driver_id = Store::Freight.trip_drivers(trip_id).get(:driver_id)
      Store::Freight::DriverPlaces.insert(
        driver_id:,
        at:
          Store::Freight::Whereabouts.empty_since(driver_id, trip[:during].begin) ||
            [now, trip[:during].begin].min,
        **place.slice(*Store::Freight::Whereabouts::PLACE)
      )
      Work::Freight::EmptyWay.follow_trip(trip, driver_id)
      write(act, trip, Store::Freight::Trips.row(trip_id))
      trip_id
    end
  end

  # On every load that it is the way to.
  def self.write(act, before, after)
    differs = %i[empty_from empty_miles].to_h { |field| [field, [before[field], after[field]]] }
    Store::Freight::TripLoads
      .load_ids(after[:id])
      .each do |load_id|
        Store::Freight::Loads.count_on(load_id)
        act.changed("load", load_id, differs)
      end
    act.changed("trip", after[:id], differs)
  end
  private_class_method :write
end
