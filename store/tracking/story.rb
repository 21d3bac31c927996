# frozen_string_literal: true

# Rows of a trip's stops and check-ins as the core reads them.
module Store::Tracking::Story
  # What of the check-ins tells how far the trip is.
  TELLING =
    (
      %w[accepted declined pre_trip on_my_way arrived begun left post_trip corrected withdrawn] +
        Core::Tracking::WORK.values.map(&:first)
    ).freeze

  # What has happened on a trip: Core::Tracking::Outcome. trip_stops - rows with kind and name; check_ins -
  # rows of any kind
  def self.outcome(
    trip_id,
    trip_stops = Store::Freight.trip_stops(trip_id).all,
    check_ins = DB[:check_ins].where(trip_id:, kind: TELLING).all
  )
    Core::Tracking.fold(
      check_ins.select { |row| TELLING.include?(row[:kind]) }.map { |row| event(row) },
      trip_stops.map { |row| stop(row) }
    )
  end

  def self.event(row)
    Core::Tracking::Event.new(
      key: row[:key] || "check-in #{row[:id]}",
      kind: row[:kind],
      stop_id: row[:stop_id],
      done_at: row[:done_at],
      said_at: row[:arrived_at],
      source: row[:source],
      signer: row[:signer],
      corrects: row[:corrects]
    )
  end

  def self.stop(row) = Core::Tracking::Stop.new(stop_id: row[:stop_id], **row.slice(:kind, :name, :handling))
  private_class_method :event, :stop
end
