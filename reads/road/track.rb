# frozen_string_literal: true

# A trip on the map: its stops, where the truck was, what was said.
module Reads::Road::Track
  # lines - of each leg that goes by road, [longitude, latitude] each
  # trip - row; stops - rows with via and arrived_at; spots - rows of positions; check_ins - rows
  Value = Core::Value.of(:trip, :stops, :spots, :check_ins, :lines)

  # Raises Store::NotFound.
  def self.of(trip_id)
    trip = DB[:trips].first(id: trip_id) or raise Store::NotFound.new("trip", trip_id)
    check_ins =
      Store::Freight.check_ins([trip_id]).exclude(kind: %w[seen note customer_note corrected withdrawn])
    stops = stops(trip_id)
    Value.new(
      trip:,
      stops:,
      lines: Reads::Roads::TripWay.of(trip_id).ways.map(&:line),
      spots: DB[:positions].where(trip_id:).order(:at).all,
      check_ins: check_ins.all
    )
  end

  def self.stops(trip_id) =
    DB[:trip_stops]
      .join(:stops, id: :stop_id)
      .where(trip_id:)
      .order(Sequel[:trip_stops][:position])
      .select_all(:stops)
      .select_append(Sequel[:trip_stops][:via], :arrived_at)
      .all

  private_class_method :stops
end
