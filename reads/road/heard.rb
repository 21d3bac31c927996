# frozen_string_literal: true

# When and where trips were last heard of: by a check-in or a position, the phone's or the truck's own
# device's.
module Reads::Road::Heard
  TOLD = {
    "arrived" => "at",
    "begun" => "at",
    "loaded" => "at",
    "delivered" => "at",
    "left" => "left",
    "on_my_way" => "set out"
  }.freeze

  # Returns Hash of trip id to [Time, where in words or nil].
  def self.of(trip_ids, spots = self.spots(trip_ids))
    check_ins =
      DB[:check_ins]
        .left_join(:stops, id: :stop_id)
        .where(trip_id: trip_ids)
        .exclude(source: %w[dispatcher geofence])
        .order(:trip_id, Sequel.desc(:done_at))
        .distinct(:trip_id)
        .select(:trip_id, Sequel[:check_ins][:kind], :done_at, :name, :town)
        .to_hash(:trip_id)
    trip_ids.to_h { |id| [id, latest(check_ins[id], spots[id])] }
  end

  # The last position of each trip.
  def self.spots(trip_ids) =
    DB[:positions]
      .where(trip_id: trip_ids)
      .order(:trip_id, Sequel.desc(:at))
      .distinct(:trip_id)
      .to_hash(:trip_id)

  def self.latest(check_in, spot)
    said =
      check_in &&
        [check_in[:done_at], check_in[:name] && [TOLD[check_in[:kind]], check_in[:name]].compact.join(" ")]
    seen = spot && [spot[:at], near(spot)]
    time, = [said, seen].compact.max_by(&:first)
    where = [said, seen].compact.select(&:last).max_by(&:first)&.last
    time ? [time, where] : nil
  end

  # The town that lies nearest.
  def self.near(spot)
    row =
      DB[:zips]
        .order(
          Sequel.lit(
            "(latitude - ?)^2 + ((longitude - ?) * cos(radians(?)))^2",
            spot[:latitude],
            spot[:longitude],
            spot[:latitude]
          )
        )
        .select(:town, :state)
        .first
    "near #{row[:town]}, #{row[:state]}"
  end
  private_class_method :latest, :near
end
