# frozen_string_literal: true

# A trip on the map: the planned way, where the truck was, what was said where.
class Web::Road::Track
  # So many spots tell a trip; of more, each so-manieth is shown.
  MOST_SPOTS = 600

  # track - Reads::Road::Track::Value
  def initialize(track)
    @track = track
    @trip = track.trip
    @stops = track.stops
  end

  def to_h =
    {
      way: @track.lines.map { |line| line.map { |point| point.first(2) } },
      spots:,
      stops:
        @stops.map do |row|
          { **row.slice(:name, :kind, :latitude, :longitude, :zone), at: row[:arrived_at]&.iso8601 }
        end,
      marks:
    }

  private

  def spots
    rows = @track.spots
    every = (rows.length / MOST_SPOTS) + 1
    rows.each_slice(every).map(&:last).map { |row| Web::Road::Stops.spot(row) }
  end

  # Check-ins, where the phone said where it was, or else at their stop.
  def marks
    stops = @stops.to_h { |stop| [stop[:id], stop] }
    @track.check_ins.filter_map do |row|
      spot = row[:latitude] ? row : stops[row[:stop_id]]
      spot &&
        {
          text: row[:kind].tr("_", " "),
          at: row[:done_at].iso8601,
          latitude: spot[:latitude],
          longitude: spot[:longitude]
        }
    end
  end
end
