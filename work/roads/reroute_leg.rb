# frozen_string_literal: true

# Bends the way to one stop of a trip through points that a dispatcher chose; the trip keeps it, and its pay
# by mile follows.
module Work::Roads::RerouteLeg
  # Once a trip is delivered its miles are earned.

  # input - { key:, version:, stop_id:, via: [{ latitude:, longitude: } or { name: }] }
  # Returns the load's id. Raises Work::Stale, Refused `under_way`, `unknown_stop`, and what the router
  # refuses, with /via/N.
  def self.call(trip_id, input, by:, now:)
    Work::Act.once(input[:key], "reroute_leg", by:, now:, input: input.merge(trip_id:)) do |act|
      load_id = Store::Freight::TripLoads.where(trip_id:).get(:load_id) or
        raise Store::NotFound.new("trip", trip_id)
      Store::Freight.load_for_change(load_id)
      trip = Store::Freight::Trips.lock(trip_id)
      Work::Stale.check(trip, input[:version], of: ["load", load_id], yours: { via: input[:via] }) do
        { via: Store::Freight::TripStops.where(trip_id:, stop_id: input[:stop_id]).get(:via).to_a }
      end
      unless Core::Freight::Acts.trip_changeable?(trip[:status])
        raise Refused.new(
                "under_way",
                "This trip is #{trip[:status]}: its way can no longer be changed.",
                path: ""
              )
      end

      before, after = bend(trip, input)
      Store::Freight::Loads.count_on(load_id)
      act.changed(
        "load",
        load_id,
        { "miles to #{after[:to]}": [before, after[:miles]], via: [nil, after[:via]] }
      )
      load_id
    end
  end

  # Returns the miles before, and what is now.
  def self.bend(trip, input)
    stops = Store::Freight::TripStops.stops_of(trip[:id]).all
    position = stops.index { |stop| stop[:id] == input[:stop_id] } or
      raise Refused.new("unknown_stop", "That stop is not on this trip.", path: "/stop_id")
    via = spots(input[:via])
    load_ids = stops.filter_map { |stop| stop[:load_id] }.uniq
    hazmat = Store::Freight::FreightLines.hazardous?(load_ids)
    from =
      (
        if position.zero?
          { latitude: trip[:empty_latitude], longitude: trip[:empty_longitude], town: nil }
        else
          stops[position - 1]
        end
      )
    if from[:latitude].nil?
      raise Refused.new(
              "unknown_stop",
              "Where the truck comes from is not known: that way cannot be bent.",
              path: "/stop_id"
            )
    end

    loaded = position.positive? && Core::Freight.loaded_legs(stops.map { |stop| stop[:kind] })[position - 1]
    sizes = loaded ? Store::Permits.sizes_of(load_ids) : {}
    leg = Store::Roads::Leg.new(from, stops[position], via:, hazmat: hazmat && loaded, sizes:)
    before =
      (
        if position.zero?
          trip[:empty_miles]
        else
          Store::Freight::TripStops.where(trip_id: trip[:id], stop_id: input[:stop_id]).get(:miles)
        end
      )
    write(trip, input[:stop_id], leg, via, position)
    Work::Roads::BendLoad.keep(stops[position], via) if Core::Freight.next_of_load?(from, stops[position])
    load_ids.each { |id| Work::Roads::BendLoad.follow_file(id) } if loaded
    [before, { miles: leg.miles, to: stops[position][:town], via: via.map { |spot| spot[:name] }.join(", ") }]
  end

  # What was typed as a place becomes a point with its name.
  def self.spots(via)
    via.each_with_index.map do |spot, i|
      place =
        RoadData.gazetteer.locate(
          spot[:latitude] ? spot.slice(:latitude, :longitude, :name) : spot[:name].to_s,
          "/via/#{i}"
        )
      { latitude: place.point.latitude, longitude: place.point.longitude, name: spot[:name] || place.name }
    end
  end

  def self.write(trip, stop_id, leg, via, position)
    _, empty_before = Work::Freight::TripMiles.between_stops(trip[:id])
    Store::Freight::TripStops.where(trip_id: trip[:id], stop_id:).update(
      via: Sequel.pg_jsonb(via),
      **(position.zero? ? {} : leg.trip_stop_columns)
    )
    loaded_miles, empty = Work::Freight::TripMiles.between_stops(trip[:id])
    way_miles = position.zero? ? leg.miles : trip[:empty_miles] - empty_before
    Store::Freight::Trips.change(
      trip,
      loaded_miles:,
      empty_miles: way_miles + empty,
      **(
        if position.zero?
          { empty_minutes: leg.minutes, empty_by_state: Sequel.pg_jsonb(leg.by_state) }
        else
          {}
        end
      )
    )
  end
  private_class_method :bend, :write
end
