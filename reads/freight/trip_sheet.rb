# frozen_string_literal: true

# What a driver takes along on paper of a trip.
module Reads::Freight::TripSheet
  # trip - row; pages - Array of Reads::Freight::LoadPage::Value of its loads, none where it goes empty;
  # drivers, units - rows;
  # stops - rows of stops in the trip's order with :unit, the number of what is dropped or hooked; permits -
  # rows of those
  # that its loads move with; way - Reads::Roads::TripWay::Value
  Value = Core::Value.of(:trip, :pages, :drivers, :units, :stops, :permits, :way)

  # Raises Store::NotFound.
  def self.of(trip_id)
    trip = DB[:trips].first(id: trip_id) or raise Store::NotFound.new("trip", trip_id)
    load_ids = DB[:trip_loads].where(trip_id:).order(:load_id).select_map(:load_id)
    Value.new(
      trip:,
      pages: load_ids.map { |id| Reads::Freight::LoadPage.of(id) },
      drivers: Store::Freight.trip_drivers(trip_id).all,
      units: Store::Freight.trip_units(trip_id).all,
      stops: stops(trip_id),
      permits: Store::Permits.issued(load_ids),
      way: Reads::Roads::TripWay.of(trip_id)
    )
  end

  def self.stops(trip_id) =
    DB[:trip_stops]
      .join(:stops, id: :stop_id)
      .where(trip_id:)
      .order(Sequel[:trip_stops][:position])
      .select_all(:stops)
      .select_append(DB[:units].where(id: Sequel[:stops][:unit_id]).select(:number).as(:unit))
      .all
  private_class_method :stops
end
