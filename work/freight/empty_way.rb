# frozen_string_literal: true

# The empty way to a trip's first stop: from where its driver became empty, by way of a trailer that stands
# elsewhere and has to be fetched. Match judges by the same.
class Work::Freight::EmptyWay
  # stop - row of the first stop; instant - when the trip begins
  def initialize(driver_id, trailer_id, stop, instant)
    @driver_id = driver_id
    @trailer_id = trailer_id
    @stop = stop
    @instant = instant
  end

  # What a trip keeps of it.
  def columns
    return { empty_miles: 0.to_d, empty_minutes: 0 } if @driver_id.nil? || from.nil?

    {
      empty_miles: legs.sum(0.to_d, &:miles),
      empty_minutes: legs.sum(&:minutes),
      empty_by_state: Sequel.pg_jsonb(by_state),
      empty_from: said(from),
      empty_latitude: from[:latitude],
      empty_longitude: from[:longitude]
    }
  end

  # Through where the way goes: where the trailer is fetched.
  def via =
    if @driver_id.nil?
      []
    else
      [fetched].compact.map { |place| { **place.slice(:latitude, :longitude), name: said(place) } }
    end

  # After what drivers did before has changed: the empty way of what each does next.
  #
  # after - Time
  def self.follow(driver_ids, after:)
    driver_ids.each do |driver_id|
      trip =
        Store::Freight::Trips
          .holding(driver_id)
          .where(status: Core::Freight::Acts::CREWED)
          .beginning_from(after)
          .soonest_first
          .first
      follow_trip(trip, driver_id) if trip
    end
  end

  # A team goes where its first driver does.
  def self.follow_trip(trip, driver_id)
    stop = Store::Freight.trip_stops(trip[:id]).first
    return unless stop && Store::Freight.trip_drivers(trip[:id]).get(:driver_id) == driver_id

    trailer_id = Store::Freight.trip_units(trip[:id]).to_hash(:role, :unit_id)["trailer"]
    way = new(driver_id, trailer_id, stop, trip[:during].begin)
    now = way.columns
    if now.values_at(:empty_latitude, :empty_longitude) == trip.values_at(:empty_latitude, :empty_longitude)
      return
    end

    _, between = Work::Freight::TripMiles.between_stops(trip[:id])
    Store::Freight::Trips.at(trip[:id]).update(**now, empty_miles: now[:empty_miles] + between)
    Store::Freight::TripStops.where(trip_id: trip[:id], stop_id: stop[:stop_id]).update(
      via: Sequel.pg_jsonb(way.via)
    )
  end

  private

  def empty = @empty ||= Store::Freight::Whereabouts.driver_empty(@driver_id, @instant)
  def from = empty.place

  # Where the trailer stands that he does not have, if that is out of the way.
  def fetched
    return @fetched if defined?(@fetched)

    stands =
      if @trailer_id && !empty.trailer_ids.include?(@trailer_id)
        Store::Freight::Whereabouts.unit_stands(@trailer_id, @instant)
      end
    out = stands && Core::Match::Trailers.out_of_the_way?(*[stands, from, @stop].map { |row| point(row) })
    @fetched = out ? stands : nil
  end

  def legs =
    @legs ||=
      [from, fetched, @stop].compact.each_cons(2).map { |one, other| Store::Roads::Leg.new(one, other) }

  def by_state =
    legs
      .flat_map(&:by_state)
      .group_by { |part| part[:state] }
      .map do |state, parts|
        { state:, miles: Money.rate_text(parts.sum { |part| BigDecimal(part[:miles]) }, places: 1) }
      end

  def said(place) = "#{place[:town]}, #{place[:state]}"
  def point(row) = Core::Roads::Point.new(latitude: row[:latitude], longitude: row[:longitude])
end
