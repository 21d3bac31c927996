# frozen_string_literal: true

# Where trips leave their drivers and units, and where a driver became empty: what the next empty way begins at.
module Store::Freight::Whereabouts
  PLACE = %i[town state latitude longitude].freeze

  # place - row with town, state, latitude, longitude, or nil; trip_id - the trip that ended there, or nil;
  # trailer_ids - what he has hooked there
  Empty = Core::Value.of(:place, :trip_id, :trailer_ids)

  # The last stop of trips, by trip id.
  def self.last_stops(trip_ids)
    stops_of(trip_ids)
      .order(:trip_id, Sequel.desc(Sequel[:trip_stops][:position]))
      .distinct(:trip_id)
      .select(:trip_id, *PLACE)
      .to_hash(:trip_id)
  end

  # Where trips leave their units: at the last stop, or where one is dropped. A function of trip's and unit's
  # ids, nil for another trip's.
  def self.units_left(trip_ids)
    last = last_stops(trip_ids)
    dropped =
      stops_of(trip_ids)
        .where(kind: "drop")
        .order(Sequel[:trip_stops][:position])
        .select(:trip_id, :unit_id, *PLACE)
        .to_hash(%i[trip_id unit_id])
    ->(trip_id, unit_id) { dropped[[trip_id, unit_id]]&.except(:trip_id, :unit_id) || last[trip_id] }
  end

  # Where a driver is empty before an instant: where it was put right, where his trip before ends, or at his
  # terminal.
  def self.driver_empty(driver_id, instant)
    trip_id, until_at = last_trip(DB[:trip_drivers].where(driver_id:), instant)
    last = trip_id && last_stops([trip_id])[trip_id]&.slice(*PLACE)
    Empty.new(
      place:
        Store::Freight::DriverPlaces.between(driver_id, until_at, instant) || last || terminal(driver_id),
      trip_id:,
      trailer_ids: last ? hooked(trip_id, last) : []
    )
  end

  # When the trip before an instant lets its driver go, nil where there is none.
  def self.empty_since(driver_id, instant) = last_trip(DB[:trip_drivers].where(driver_id:), instant)&.last

  # The trailers that a trip leaves where its driver is.
  def self.hooked(trip_id, place)
    ids = DB[:trip_units].where(trip_id:, role: %w[trailer second_trailer]).select_map(:unit_id)
    left = units_left([trip_id])
    ids.select { |id| left.call(trip_id, id)&.slice(*PLACE) == place }
  end

  # Where a unit stands before an instant, or nil.
  def self.unit_stands(unit_id, instant)
    trip_id, = last_trip(DB[:trip_units].where(unit_id:), instant)
    (trip_id && units_left([trip_id]).call(trip_id, unit_id)&.slice(*PLACE)) ||
      Store::Company
        .terminals
        .join(:units, terminal_id: Sequel[:terminals][:id])
        .where(Sequel[:units][:id] => unit_id)
        .select(*PLACE)
        .first
  end

  def self.last_trip(held, instant) =
    held
      .where(live: true)
      .where(Sequel.function(:upper, :during) <= instant)
      .reverse(:during)
      .get([:trip_id, Sequel.function(:upper, :during).as(:until_at)])

  def self.terminal(driver_id) =
    Store::Company
      .terminals
      .join(:drivers, terminal_id: Sequel[:terminals][:id])
      .where(Sequel[:drivers][:id] => driver_id)
      .select(*PLACE)
      .first

  def self.stops_of(trip_ids) = DB[:trip_stops].join(:stops, id: :stop_id).where(trip_id: trip_ids)
  private_class_method :hooked, :last_trip, :terminal, :stops_of
end
