# frozen_string_literal: true

# What a driver takes along on paper of a trip.
module Reads::Freight::TripSheet
  # trip - row; page - Reads::Freight::LoadPage::Value of its first load; drivers, units - rows;
  # stops - rows of stops in the trip's order with :unit, the number of what is dropped or hooked
  Value = Core::Value.of(:trip, :page, :drivers, :units, :stops)

  # Raises Store::NotFound.
  def self.of(trip_id)
    trip = DB[:trips].first(id: trip_id) or raise Store::NotFound.new("trip", trip_id)
    Value.new(
      trip:,
      page: Reads::Freight::LoadPage.of(DB[:trip_loads].where(trip_id:).get(:load_id)),
      drivers: Store::Freight.trip_drivers(trip_id).all,
      units: Store::Freight.trip_units(trip_id).all,
      stops: stops(trip_id)
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
