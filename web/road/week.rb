# frozen_string_literal: true

# The working week by day, and by crew or vehicle: what starts, moves, is delivered, ends; what has happened with its
# own time, what is to come with the time that was agreed.
class Web::Road::Week
  # from - Date of the first day, the Monday of this week unless said; days are those of each driver's home
  #        terminal, or the unit's; by - driver, tractor or trailer
  def initialize(now, from, by: "driver")
    @now = now
    @by = by
    today = now.to_date
    @from = from || (today - ((today.wday - 1) % 7))
  end

  def to_h
    @read = Reads::Road::Week.of(@from, by: @by)
    crews = @read.holders.filter_map { |row| crew(row, @read.trips[row[:id]] || []) }
    { from: @from.iso8601, days: days.map(&:iso8601), crews: }
  end

  private

  def days = (0...Reads::Road::Week::DAYS).map { |i| @from + i }

  def crew(holder, trips)
    return if trips.empty?

    zone = TZInfo::Timezone.get(holder[:zone])
    entries = trips.flat_map { |trip| entries(trip) }.group_by { |entry| entry[:day].call(zone) }
    moving = trips.flat_map { |trip| moving(trip, zone) }
    {
      **holder.slice(:id, :name, :terminal),
      days:
        days.map do |day|
          (entries[day] || [])
            .map { |entry| entry.except(:day) }
            .then do |list|
              list.empty? ? moving.select { |one| one[:day] == day }.map { |one| one.except(:day) } : list
            end
        end
    }
  end

  def entries(trip)
    stops = @read.stops[trip[:id]] || []
    stops.each_with_index.map do |stop, i|
      at =
        stop[:worked_at] || stop[:arrived_at] || stop[:from_at] || stop[:to_at] ||
          (i.zero? ? trip[:during].begin : trip[:during].end)
      begins = i.zero? ? "starts" : "moves"
      what = stop[:kind] == "delivery" ? "delivers" : begins
      {
        day: lambda { |zone| zone.to_local(at).to_date },
        what:,
        text: "#{stop[:town]}, #{stop[:state]}",
        at: at.iso8601,
        agreed_at: (stop[:from_at] || stop[:to_at])&.iso8601,
        standing: standing(stop),
        zone: stop[:zone],
        load_id: @read.loads.dig(trip[:id], :load_id),
        load: @read.loads.dig(trip[:id], :number),
        done: !stop[:worked_at].nil?
      }
    end
  end

  # Told apart: done, there, or to come.
  def standing(stop)
    return "done" if stop[:worked_at]

    stop[:arrived_at] ? "there" : "to_come"
  end

  # On a day without a stop he is on the road.
  def moving(trip, zone)
    first, last = [trip[:during].begin, trip[:during].end - 1].map { |at| zone.to_local(at).to_date }
    last_stop = @read.stops[trip[:id]]&.last
    (first..last).map do |day|
      {
        day:,
        what: "moves",
        text: "on the road#{" to #{last_stop[:town]}" if last_stop}",
        at: nil,
        agreed_at: nil,
        standing: trip[:status] == "delivered" ? "done" : "to_come",
        zone: last_stop ? last_stop[:zone] : "UTC",
        load_id: @read.loads.dig(trip[:id], :load_id),
        load: @read.loads.dig(trip[:id], :number),
        done: trip[:status] == "delivered"
      }
    end
  end
end
