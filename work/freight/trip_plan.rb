# frozen_string_literal: true

# The trip of one load or of several partials: its stops in order, its miles, its span of time, and who and what it holds.
class Work::Freight::TripPlan
  # load_ids - one or several; order - ids of their stops as they are to be made, nil for the best order
  # Raises Refused `order_of_stops`.
  def initialize(load_ids, order: nil)
    @load_ids = Array(load_ids)
    rows = @load_ids.flat_map { |id| Store::Freight.stops(id) }
    @stops = @load_ids.one? ? rows : Work::Freight::StopRows.new(rows).ordered(order)
  end

  attr_reader :stops

  def span
    Core::Freight.span(@stops.map { |stop| Core::Freight::Schedule::Window.new(kind: stop[:kind], from: stop[:from_at], to: stop[:to_at]) })
  end

  def range = Store::Freight.range(*span)

  # Makes the trip for a crew. Returns its id. Raises Refused `crew_taken`.
  #
  # crew - { driver_ids:, tractor_id:, trailer_id: }
  def make(crew)
    trip_id = DB[:trips].insert(during: range, **miles(crew[:driver_ids].first))
    @load_ids.each { |load_id| DB[:trip_loads].insert(trip_id:, load_id:) }
    write_stops(trip_id)
    hold(trip_id, crew)
    trip_id
  end

  # After a load has changed: its trip with the same crew, at the new times and places, in the same order as far as it can be.
  def self.follow_load(load_id)
    trip = Store::Freight.live_trip(load_id) or return
    rewrite(trip, DB[:trip_loads].where(trip_id: trip[:id]).order(:load_id).select_map(:load_id))
  end

  # A trip with these loads aboard; order - ids of stops, nil to keep the order there is, or find the best.
  def self.rewrite(trip, load_ids, order: nil)
    known = DB[:trip_stops].where(trip_id: trip[:id]).order(:position).select_map(:stop_id)
    wanted = DB[:stops].where(load_id: load_ids).select_map(:id)
    new(load_ids, order: order || (known.sort == wanted.sort ? known : nil)).rewrite(trip)
  end

  def rewrite(trip)
    drivers = Store::Freight.trip_drivers(trip[:id]).all
    units = Store::Freight.trip_units(trip[:id]).to_hash(:role, :unit_id)
    DB[:trips].where(id: trip[:id]).update(during: range, version: trip[:version] + 1, **miles(drivers.first[:driver_id]))
    DB[:trip_stops].where(trip_id: trip[:id]).delete
    write_stops(trip[:id])
    %i[trip_drivers trip_units].each { |table| DB[table].where(trip_id: trip[:id]).delete }
    hold(trip[:id], { driver_ids: drivers.map { |driver| driver[:driver_id] }, tractor_id: units["tractor"], trailer_id: units["trailer"] })
  end

  private

  def legs = @legs ||= @stops.each_cons(2).map { |from, to| Work::Roads::Leg.new(from, to, hazmat: hazmat?) }
  def hazmat? = @hazmat ||= DB[:freight_lines].where(load_id: @load_ids).exclude(hazmat_class: "").any?

  def miles(driver_id)
    { loaded_miles: legs.sum(0.to_d, &:miles), miles_estimated: legs.any?(&:estimated?), **deadhead(driver_id) }
  end

  # From where the driver will be empty to the first stop.
  def deadhead(driver_id)
    from = Store::Freight.position_before(driver_id, span.first) or return { empty_miles: 0.to_d }
    leg = Work::Roads::Leg.new(from, @stops.first)
    { empty_miles: leg.miles, empty_minutes: leg.minutes, empty_by_state: Sequel.pg_jsonb(leg.by_state), empty_from: "#{from[:town]}, #{from[:state]}", empty_latitude: from[:latitude], empty_longitude: from[:longitude] }
  end

  def write_stops(trip_id)
    @stops.each_with_index do |stop, position|
      way = position.zero? ? { miles: 0.to_d, minutes: 0, estimated: false } : legs[position - 1].trip_stop_columns
      DB[:trip_stops].insert(trip_id:, stop_id: stop[:id], position:, direct_miles: way[:miles], **way)
    end
  end

  # The constraint decides; the look beforehand only gives the better sentence.
  def hold(trip_id, crew)
    queue_for(crew)
    Work::Freight::Taken.check(crew, *span, except_trip_id: trip_id)
    DB.transaction(savepoint: true) do
      share_percent = 100 / crew[:driver_ids].length
      crew[:driver_ids].each { |driver_id| DB[:trip_drivers].insert(trip_id:, driver_id:, during: range, share_percent:) }
      { "tractor" => crew[:tractor_id], "trailer" => crew[:trailer_id] }.compact.each { |role, unit_id| DB[:trip_units].insert(trip_id:, unit_id:, role:, during: range) }
    end
  rescue Sequel::ConstraintViolation => e
    raise unless %w[trip_drivers_once_at_a_time trip_units_once_at_a_time].include?(Work::Act.broken_constraint(e))

    Work::Freight::Taken.check(crew, *span, except_trip_id: trip_id)
    raise
  end

  # Two who insert the same crew at one moment each wait for the other in the constraint, and the database ends one with a deadlock.
  # Locked first, in the order of their ids, they wait in a queue instead.
  def queue_for(crew)
    { drivers: crew[:driver_ids], units: [crew[:tractor_id], crew[:trailer_id]].compact }.each do |table, ids|
      DB[table].where(id: ids).order(:id).lock_style("FOR NO KEY UPDATE").select_map(:id)
    end
  end
end
