# frozen_string_literal: true

# How far a trip has got, as the core wants it.
module Work::Tracking::Progress
  def self.of(trip_id) = from(Store::Freight.trip_stops(trip_id).all)

  def self.from(trip_stops)
    trip_stops.map do |stop|
      Core::Tracking::Progress.new(stop_id: stop[:stop_id], kind: stop[:kind], name: stop[:name], **stop.slice(:arrived_at, :worked_at, :left_at))
    end
  end
end
