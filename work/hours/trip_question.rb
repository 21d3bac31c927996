# frozen_string_literal: true

# What is left of a load's trip, as the core plans it: from where the driver is, to each stop still to be
# made.
class Work::Hours::TripQuestion
  # A position that is older says less than the record of duty does.
  SEEN_SECONDS = 3600

  # load_id; trip_id - which trip, if not the one the load is on now; as_of - Time
  def initialize(load_id, as_of, trip_id: nil)
    @load_id = load_id
    @trip_id = trip_id
    @as_of = as_of
  end

  # Rows of the stops still to be made, with what has happened there.
  def ahead
    @ahead ||=
      begin
        rows = trip_stops.any? ? in_order : Store::Freight.stops(@load_id)
        rows.drop(done.length).map { |row| row.merge(stop_id: row[:id], arrived_at: arrived_at(row)) }
      end
  end

  # Minutes that stops at the place of a row took.
  def stays(row) = usual.stays(row)

  # Array of Core::Hours::TripStop, empty when all is done. A load that needs permits is driven only when they
  # let it move.
  def stops
    rows = trip_stops.any? ? in_order : Store::Freight.stops(@load_id)
    ahead.each_with_index.map do |row, i|
      arrived_at = i.zero? ? arrived_at(row) : nil
      drive_minutes = drive(rows, row, i, !arrived_at.nil?)
      Core::Hours::TripStop.new(
        name: "#{row[:town]}, #{row[:state]}",
        drive_minutes:,
        service_minutes: service(row, arrived_at),
        opens: row[:from_at] && minute(row[:from_at]),
        closes: arrived_at ? nil : (row[:to_at] || row[:from_at])&.then { |time| minute(time) },
        drive_windows: nil,
        **permitted(rows, row, drive_minutes)
      )
    end
  end

  # Of each stop that is still to be made: its appointment and zone, whose it is, and when it was reached.
  def promised = self.class.promised(ahead)

  # rows - of stops, with arrived_at where the truck has been there
  def self.promised(rows)
    load_ids = rows.filter_map { |row| row[:load_id] }.uniq
    numbers = Store::Freight::Loads.where(id: load_ids).select_hash(:id, :number)
    rows.map do |row|
      {
        from: row[:from_at]&.iso8601,
        to: row[:to_at]&.iso8601,
        zone: row[:zone],
        load: numbers[row[:load_id]] || "",
        kind: row[:kind],
        arrived_at: row[:arrived_at]
      }
    end
  end

  private

  def trip
    @trip ||= @trip_id ? Store::Freight::Trips.row(@trip_id) : Store::Freight.live_trip(@load_id)
  end

  def trip_stops =
    @trip_stops ||= trip ? Store::Freight::TripStops.where(trip_id: trip[:id]).order(:position).all : []
  # The stops of the trip, of all its loads, as they are to be made.
  def in_order =
    Store::Freight::Stops
      .where(id: trip_stops.map { |stop| stop[:stop_id] })
      .to_hash(:id)
      .values_at(*trip_stops.map { |stop| stop[:stop_id] })

  # Up to the last stop that was reached, whether or not every step was told.
  def done
    @done ||=
      begin
        reached = trip_stops.rindex { |stop| stop[:arrived_at] || stop[:worked_at] || stop[:left_at] }
        if reached.nil?
          []
        else
          trip_stops.first(trip_stops[reached].values_at(:left_at, :worked_at).any? ? reached + 1 : reached)
        end
      end
  end

  # Of the permitted loads that are aboard on the way to a row, when the first may move; nothing where none
  # is.
  def permitted(rows, row, minutes)
    @permitted ||=
      rows
        .filter_map { |one| one[:load_id] }
        .uniq
        .to_h { |load_id| [load_id, Work::Permits::Windows.of(load_id, @as_of)] }
        .compact
    return {} if @permitted.empty?

    before = rows.take(rows.index { |one| one[:id] == row[:id] })
    load_id, windows = @permitted.find { |id, _| aboard?(before, id) }
    return {} if windows.nil?

    if [before.last, row].all? { |one| one[:load_id] == load_id }
      windows.of_leg(
        rows.select { |one| one[:load_id] == load_id }.index { |one| one[:id] == row[:id] },
        minutes
      )
    else
      windows.anywhere
    end
  end

  def aboard?(before, load_id) =
    before.any? { |one| one[:load_id] == load_id && one[:kind] == "pickup" } &&
      before.none? { |one| one[:load_id] == load_id && one[:kind] == "delivery" }

  # Who has arrived is late or is not: the clock no longer decides.
  def arrived_at(row) = trip_stops.find { |stop| stop[:stop_id] == row[:id] }&.fetch(:arrived_at)

  def service(row, arrived_at)
    minutes = usual.minutes(row)
    arrived_at ? [minutes - ((@as_of - arrived_at) / 60).to_i, 0].max : minutes
  end

  def usual = @usual ||= Work::Hours::Service.of(ahead)

  def drive(rows, row, i, here)
    return 0 if here
    return leg(seen, row) if i.zero? && seen
    return trip&.fetch(:empty_minutes) || 0 if i.zero? && done.empty?

    minutes =
      trip_stops.find { |stop| stop[:stop_id] == row[:id] }&.fetch(:minutes) || row[:leg_minutes] ||
        leg(rows[rows.index { |one| one[:id] == row[:id] } - 1], row)
    i.zero? ? [minutes - driven_since, 0].max : minutes
  end

  # Where the truck was seen lately, after the last stop was left.
  def seen
    return @seen if defined?(@seen)

    last = trip && trip[:status] == "rolling" ? Store::Tracking.last_position(trip[:id]) : nil
    left_at = done.last && (done.last[:left_at] || done.last[:worked_at])
    @seen = last && last[:at] > @as_of - SEEN_SECONDS && (left_at.nil? || last[:at] > left_at) ? last : nil
  end

  # What the record says was driven since the last stop was left.
  def driven_since
    drivers = Store::Hours.drivers(Store::Freight.trip_drivers(trip[:id]).select(:driver_id)).all
    left_at = minute(done.last[:left_at] || done.last[:worked_at] || done.last[:arrived_at] || @as_of)
    Work::Hours::Question
      .of(drivers, @as_of)
      .values
      .flat_map { |question, _| question.stretches }
      .select(&:driving?)
      .sum { |stretch| [stretch.to - [stretch.from, left_at].max, 0].max }
  end

  def leg(from, to) = Store::Roads::Leg.new(from, to).minutes
  def minute(time) = time.to_i / 60
end
