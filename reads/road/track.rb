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
      lines: lines(trip, stops),
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
      .select_append(:via, :arrived_at)
      .all

  # From where the truck was empty, stop by stop.
  def self.lines(trip, stops)
    from = trip[:empty_latitude] && { latitude: trip[:empty_latitude], longitude: trip[:empty_longitude] }
    [from, *stops].compact
      .each_cons(2)
      .filter_map do |one, other|
        via = (other[:via] || []).to_a.map { |spot| spot.to_h.transform_keys(&:to_sym) }
        Store::Roads::Leg.new(one, other, via:).route&.line
      end
  end
  private_class_method :stops, :lines
end
