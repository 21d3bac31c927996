# frozen_string_literal: true

# A trip whose ways run through parts with windows of their own, as the planners know it: every part ends at a
# stop without service, which is left out again of what they found. So a load waits at a border, or before a
# city, until it may go on.
class Core::Hours::Sections
  # minutes - of driving; windows - as TripStop#drive_windows
  Section = Core::Value.of(:minutes, :windows)

  # The first of the parts, until so many minutes are driven.
  def self.first(parts, minutes)
    parts.filter_map do |part|
      some = [part.minutes, minutes].min
      minutes -= some
      part.with(minutes: some) if some.positive?
    end
  end

  # The parts, in order, made to last so many minutes: of a way begun already the last ones are left.
  def self.of(parts, minutes)
    last = first(parts.reverse, minutes).reverse
    left = minutes - last.sum(&:minutes)
    # A way that takes longer than its parts say: the first one does.
    left.positive? && last.any? ? [last.first.with(minutes: last.first.minutes + left), *last.drop(1)] : last
  end

  def initialize(trip)
    @trip = trip
    # For each stop that the planners see, which stop of the trip it leads to.
    @stops = trip.stops.each_with_index.flat_map { |stop, i| ways(stop).map { |part| [part, i] } }
  end

  def trip = split? ? @trip.with(stops: @stops.map(&:first)) : @trip

  # Array of Piece, with the trip's own stops.
  def pieces(found)
    return found unless split? && found

    found
      .map { |piece| piece.with(stop: @stops[piece.stop].last) }
      .chunk_while { |a, b| a.status == b.status && a.stop == b.stop }
      .map { |run| run.one? ? run.first : run.first.with(to: run.last.to) }
  end

  # Array of Visit, of the trip's own stops.
  def visits(found) =
    if split? && found
      found.each_index.filter_map { |i| found[i] if @stops[i + 1]&.last != @stops[i].last }
    else
      found
    end

  private

  def split? = @stops.length > @trip.stops.length

  def ways(stop)
    parts = self.class.of(stop.sections || [], stop.drive_minutes)
    return [stop.with(sections: nil)] if parts.empty?

    passed =
      parts[0...-1].map do |part|
        Core::Hours::TripStop.new(
          name: stop.name,
          drive_minutes: part.minutes,
          service_minutes: 0,
          opens: nil,
          closes: nil,
          drive_windows: part.windows
        )
      end
    [*passed, stop.with(drive_minutes: parts.last.minutes, drive_windows: parts.last.windows, sections: nil)]
  end
end
