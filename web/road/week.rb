# frozen_string_literal: true

# The working week by day and crew: what starts, moves, is delivered, ends.
class Web::Road::Week
  DAYS = 7

  # from - Date of the first day, the Monday of this week unless said; days are those of each driver's home
  #        terminal
  def initialize(now, from)
    @now = now
    today = now.to_date
    @from = from || (today - ((today.wday - 1) % 7))
  end

  def to_h
    rows = Store::Hours.drivers.all
    trips = trips(rows.map { |row| row[:id] })
    crews = rows.filter_map { |row| crew(row, trips[row[:id]] || []) }
    { from: @from.iso8601, days: days.map(&:iso8601), crews: }
  end

  private

  def days = (0...DAYS).map { |i| @from + i }

  def trips(driver_ids)
    span =
      Store::Freight.range(
        Time.utc(*@from.to_s.split("-").map(&:to_i)) - 86_400,
        Time.utc(*@from.to_s.split("-").map(&:to_i)) + ((DAYS + 1) * 86_400)
      )
    rows =
      DB[:trip_drivers]
        .join(:trips, id: :trip_id)
        .where(driver_id: driver_ids, live: true)
        .where(Sequel.pg_range_op(Sequel[:trips][:during]).overlaps(span))
        .order(Sequel.function(:lower, Sequel[:trips][:during]))
        .select(
          :driver_id,
          Sequel[:trips][:id],
          Sequel[:trips][:number],
          Sequel[:trips][:state],
          Sequel[:trips][:during]
        )
        .all
    @stops = Store::Freight.trip_stops(rows.map { |row| row[:id] }.uniq).to_hash_groups(:trip_id)
    @loads =
      DB[:trip_loads]
        .join(:loads, id: :load_id)
        .where(trip_id: rows.map { |row| row[:id] })
        .select(:trip_id, :load_id, :number)
        .to_hash(:trip_id)
    rows.group_by { |row| row[:driver_id] }
  end

  def crew(driver, trips)
    return if trips.empty?

    zone = TZInfo::Timezone.get(driver[:zone])
    entries = trips.flat_map { |trip| entries(trip) }.group_by { |entry| entry[:day].call(zone) }
    moving = trips.flat_map { |trip| moving(trip, zone) }
    {
      driver_id: driver[:id],
      name: driver[:name],
      terminal: driver[:terminal],
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
    stops = @stops[trip[:id]] || []
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
        zone: stop[:zone],
        load_id: @loads.dig(trip[:id], :load_id),
        load: @loads.dig(trip[:id], :number),
        done: !stop[:worked_at].nil?
      }
    end
  end

  # On a day without a stop he is on the road.
  def moving(trip, zone)
    first, last = [trip[:during].begin, trip[:during].end - 1].map { |at| zone.to_local(at).to_date }
    last_stop = @stops[trip[:id]]&.last
    (first..last).map do |day|
      {
        day:,
        what: "moves",
        text: "on the road#{" to #{last_stop[:town]}" if last_stop}",
        at: nil,
        zone: last_stop ? last_stop[:zone] : "UTC",
        load_id: @loads.dig(trip[:id], :load_id),
        load: @loads.dig(trip[:id], :number),
        done: trip[:state] == "delivered"
      }
    end
  end
end
