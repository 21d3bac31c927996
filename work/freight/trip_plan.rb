# frozen_string_literal: true

# The trip of one load, of several partials, of a part of a load, or of none: its stops in order, its miles,
# its span of time, and who and what it holds.
class Work::Freight::TripPlan
  # load_ids - none, one or several; order - ids of their stops as they are to be made, nil for the best order
  # only - ids of the stops that this trip makes of a relayed load, nil for all
  # own - stops of the trip's own, each [row, id of the stop that it comes after or nil]
  # Raises Refused `order_of_stops`.
  def initialize(load_ids, order: nil, only: nil, own: [])
    @load_ids = Array(load_ids)
    rows = @load_ids.flat_map { |id| Store::Freight.stops(id) }
    rows = rows.select { |row| only.include?(row[:id]) } if only
    @stops = with_own(@load_ids.length < 2 ? rows : Work::Freight::StopRows.new(rows).ordered(order), own)
  end

  attr_reader :stops

  # Where a load goes over to another crew, this one's time ends and the other's begins.
  def span
    timed = @stops.select { |stop| stop[:load_id] || stop[:from_at] }
    begins, ends =
      Core::Freight.span(
        timed.map do |stop|
          Core::Freight::Schedule::Window.new(kind: stop[:kind], from: stop[:from_at], to: stop[:to_at])
        end
      )
    [
      @stops.first[:kind] == "swap" ? @stops.first[:from_at] : begins,
      @stops.last[:kind] == "swap" ? @stops.last[:from_at] : ends
    ]
  end

  def range = Store::Freight.range(*span)

  # Makes the trip for a crew. Returns its id. Raises Refused `crew_taken`.
  #
  # crew - { driver_ids:, tractor_id:, trailer_id: }
  def make(crew)
    trip_id = Store::Freight::Trips.insert(during: range, **miles(crew))
    @load_ids.each { |load_id| Store::Freight::TripLoads.insert(trip_id:, load_id:) }
    write_stops(trip_id)
    hold(trip_id, crew)
    Work::Freight::EmptyWay.follow(crew[:driver_ids], after: span.last)
    trip_id
  end

  # After a load has changed: its trips with the same crews, at the new times and places, in the same order as
  # far as it can be.
  def self.follow_load(load_id)
    Store::Freight
      .live_trips(load_id)
      .each do |trip|
        rewrite(trip, Store::Freight::TripLoads.load_ids(trip[:id])) unless trip[:status] == "delivered"
      end
  end

  # A trip with these loads aboard, and its own stops where they are; order - ids of stops, nil to keep the
  # order there is, or find the best.
  def self.rewrite(trip, load_ids, order: nil)
    rows = rows(trip[:id])
    known = rows.select { |row| row[:load_id] }.map { |row| row[:id] }
    relayed = load_ids.any? { |load_id| Store::Freight.live_trips(load_id).length > 1 }
    wanted = relayed ? known : Store::Freight::Stops.where(load_id: load_ids).select_map(:id)
    new(
      load_ids,
      order: order || (known.sort == wanted.sort ? known : nil),
      only: relayed ? known : nil,
      own: own_of(rows)
    ).rewrite(trip)
  end

  def self.rows(trip_id) = Store::Freight::TripStops.stops_of(trip_id).all

  # Of rows in order, the trip's own, each [row, id of the load's stop that it comes after or nil].
  def self.own_of(rows)
    after = nil
    rows.each_with_object([]) { |row, own| row[:load_id] ? after = row[:id] : own << [row, after] }
  end

  def rewrite(trip)
    drivers = Store::Freight.trip_drivers(trip[:id]).all
    units = Store::Freight.trip_units(trip[:id]).to_hash(:role, :unit_id)
    crew = {
      driver_ids: drivers.map { |driver| driver[:driver_id] },
      tractor_id: units["tractor"],
      trailer_id: units["trailer"]
    }
    Store::Freight::Trips.change(trip, during: range, **miles(crew))
    done =
      Store::Freight::TripStops
        .where(trip_id: trip[:id])
        .to_hash(:stop_id)
        .transform_values { |row| row.slice(:arrived_at, :begun_at, :worked_at, :left_at, :signer) }
    Store::Freight::TripStops.where(trip_id: trip[:id]).delete
    write_stops(trip[:id], done)
    [Store::Freight::TripDrivers, Store::Freight::TripUnits].each do |rows|
      rows.where(trip_id: trip[:id]).delete
    end
    hold(trip[:id], crew)
    Work::Freight::EmptyWay.follow(crew[:driver_ids], after: [span.last, trip[:during].end].min)
  end

  private

  # What has a permit file goes the way that is found for its size.
  def legs
    @legs ||=
      @stops
        .each_cons(2)
        .zip(Core::Freight.loaded_legs(@stops.map { |stop| stop[:kind] }))
        .map { |(from, to), loaded| leg(from, to, loaded, via: via(from, to)) }
  end

  def leg(from, to, loaded, via: []) =
    Store::Roads::Leg.new(from, to, via:, hazmat: hazmat?, sizes: loaded ? sizes : {})

  # The way from one stop of a load to its next goes through the points that it was bent through.
  def via(from, to) = Core::Freight.next_of_load?(from, to) ? Store::Roads::Leg.spots(to[:via]) : []

  def direct_miles(from, to, leg) = via(from, to).any? ? leg(from, to, true).miles : leg.miles
  def sizes = @sizes ||= Store::Permits.sizes_of(@load_ids)
  def hazmat? = @hazmat ||= Store::Freight::FreightLines.hazardous?(@load_ids)

  def miles(crew)
    loaded, empty =
      legs
        .zip(Core::Freight.loaded_legs(@stops.map { |stop| stop[:kind] }))
        .partition(&:last)
        .map { |list| list.sum(0.to_d) { |leg, _| leg.miles } }
    way = empty_way(crew).columns
    {
      loaded_miles: loaded,
      miles_estimated: legs.any?(&:estimated?),
      **way,
      empty_miles: way[:empty_miles] + empty
    }
  end

  # Each own stop after the stop it belongs to, or where that is gone, last.
  def with_own(rows, own)
    own
      .group_by(&:last)
      .reduce(rows) do |stops, (after, list)|
        at = after.nil? ? 0 : (stops.index { |stop| stop[:id] == after } || (stops.length - 1)) + 1
        stops.dup.insert(at, *list.map(&:first))
      end
  end

  def empty_way(crew) =
    @empty_way ||=
      Work::Freight::EmptyWay.new(crew[:driver_ids].first, crew[:trailer_id], @stops.first, span.first)

  # done - by stop id, what has happened there
  def write_stops(trip_id, done = {})
    @stops.each_with_index do |stop, position|
      way =
        (
          if position.zero?
            { miles: 0.to_d, minutes: 0, estimated: false, via: Sequel.pg_jsonb(@empty_way.via) }
          else
            from = @stops[position - 1]
            {
              **legs[position - 1].trip_stop_columns,
              via: Sequel.pg_jsonb(via(from, stop)),
              direct_miles: direct_miles(from, stop, legs[position - 1])
            }
          end
        )
      Store::Freight::TripStops.insert(
        trip_id:,
        stop_id: stop[:id],
        position:,
        direct_miles: way[:miles],
        **way,
        **(done[stop[:id]] || {})
      )
    end
  end

  # The constraint decides; the look beforehand only gives the better sentence.
  def hold(trip_id, crew)
    queue_for(crew)
    Work::Freight::Taken.check(crew, *span, except_trip_id: trip_id)
    return if crew[:driver_ids].empty? # a partner hauls it

    DB.transaction(savepoint: true) do
      share_percent = 100 / crew[:driver_ids].length
      crew[:driver_ids].each do |driver_id|
        Store::Freight::TripDrivers.insert(trip_id:, driver_id:, during: range, share_percent:)
      end
      { "tractor" => crew[:tractor_id], "trailer" => crew[:trailer_id] }.compact.each do |role, unit_id|
        Store::Freight::TripUnits.insert(trip_id:, unit_id:, role:, during: range)
      end
      hold_second(trip_id, crew[:trailer_id])
    end
  rescue Sequel::ConstraintViolation => e
    unless %w[trip_drivers_once_at_a_time trip_units_once_at_a_time].include?(Work::Act.broken_constraint(e))
      raise
    end

    Work::Freight::Taken.check(crew, *span, except_trip_id: trip_id)
    raise
  end

  # A trailer that is only brought somewhere, or only fetched, is held until then, or from then on.
  def hold_second(trip_id, trailer_id)
    stop = @stops.find { |one| one[:unit_id] && one[:unit_id] != trailer_id } or return
    begins, ends = span
    during =
      (
        if stop[:kind] == "drop"
          [begins, stop[:from_at] || ends]
        else
          [[stop[:from_at] || begins, ends - Core::Freight::Schedule::LEAST_HOLD_SECONDS].min, ends]
        end
      )
    if during.first < during.last
      Store::Freight::TripUnits.insert(
        trip_id:,
        unit_id: stop[:unit_id],
        role: "second_trailer",
        during: Store::Freight.range(*during)
      )
    end
  end

  # Two who insert the same crew at one moment each wait for the other in the constraint, and the database
  # ends one with a deadlock.
  # Locked first, in the order of their ids, they wait in a queue instead.
  def queue_for(crew)
    Store::Fleet::Drivers.queue(crew[:driver_ids])
    Store::Fleet::Units.queue(crew.values_at(:tractor_id, :trailer_id).compact)
  end
end
