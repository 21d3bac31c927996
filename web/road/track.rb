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
      way:,
      spots:,
      stops:
        @stops.map do |row|
          { **row.slice(:name, :kind, :latitude, :longitude, :zone), at: row[:arrived_at]&.iso8601 }
        end,
      marks:
    }

  private

  def way
    from =
      @trip[:empty_latitude] &&
        { town: nil, latitude: @trip[:empty_latitude], longitude: @trip[:empty_longitude] }
    [from, *@stops].compact
      .each_cons(2)
      .filter_map do |one, other|
        Work::Roads::Leg
          .new(one, other, via: (other[:via] || []).to_a.map { |spot| spot.to_h.transform_keys(&:to_sym) })
          .route
          &.line
          &.map { |point| [point[0], point[1]] }
      end
  end

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
