# frozen_string_literal: true

# The demo's duty records: each trip as its driver may legally have done it, and for one driver a day that
# leaves too little.
class Demo::Duty
  M = Core::Hours
  BEGAN_DAYS = 24
  # Who is 40 miles short: so many minutes of driving are missing at the end.
  SHORT_MINUTES = 38..52
  # Nothing is known of one driver, and one device has been silent since the morning.
  UNKNOWN = 25
  SILENT = 21

  def initialize(driver_ids, now)
    @driver_ids = driver_ids
    @now = now
    @rules = HoursRules.named("us_property_70_8")
    @minute = now.to_i / 60
  end

  # Array of { driver:, at:, status:, place: } and { driver:, at:, latitude:, longitude: } to come, for the
  # stand-in of the devices.
  def load
    @driver_ids.each_with_index.flat_map do |driver_id, i|
      next [] if i == UNKNOWN

      @stretches = [stretch("off_duty", @minute - (BEGAN_DAYS * 1440), @minute - (BEGAN_DAYS * 1440))]
      @places = {}
      trips(driver_id).each { |trip| drive(driver_id, trip) }
      short(driver_id)
      [
        *Demo::Ways.new(driver_id, @stretches, @minute).load,
        *keep(driver_id, i == SILENT ? @minute - 130 : @minute)
      ]
    end
  end

  private

  def stretch(status, from, to) = M::Stretch.new(status:, from:, to:)

  def trips(driver_id)
    DB[:trips]
      .join(:trip_drivers, trip_id: :id)
      .where(driver_id:, live: true, Sequel[:trips][:status] => %w[accepted rolling delivered])
      .order(Sequel.function(:lower, Sequel[:trips][:during]))
      .select_all(:trips)
      .all
  end

  def stops(trip)
    DB[:trip_stops]
      .join(:stops, id: :stop_id)
      .where(trip_id: trip[:id])
      .order(Sequel[:trip_stops][:position])
      .select(:town, :state, :from_at, :to_at, :minutes)
      .all
      .each_with_index
      .map do |row, i|
        opens, closes = [row[:from_at], row[:to_at] || row[:from_at]].map { |time| time && (time.to_i / 60) }
        M::TripStop.new(
          name: "#{row[:town]}, #{row[:state]}",
          drive_minutes: (i.zero? ? trip[:empty_minutes] : row[:minutes]) || 0,
          service_minutes: Work::Hours::Service::DOCK_MINUTES,
          opens:,
          closes:,
          drive_windows: nil
        )
      end
  end

  def question(as_of)
    last = @stretches.last
    stretches = as_of > last.to ? [*@stretches, stretch("off_duty", last.to, as_of)] : @stretches
    M::Question.new(
      rules: "us_property_70_8",
      as_of:,
      status: stretches.last.status,
      stretches: stretches.select { |one| one.minutes.positive? },
      exceptions: [],
      days: Work::Hours::Question.days("America/Boise")
    )
  end

  def drive(driver_id, trip)
    return if trip[:status] == "accepted" && shorted?(driver_id)

    stops = stops(trip)
    as_of = [@stretches.last.to, stops.first.opens - stops.first.drive_minutes - 720].max
    plan =
      M.plan(
        question(as_of),
        M::Trip.new(stops:, split_rest: false, waiting_status: "off_duty"),
        rules: @rules,
        advice: false
      )
    return if plan.verdict == "impossible"

    @stretches << stretch("off_duty", @stretches.last.to, as_of) if as_of > @stretches.last.to
    plan.pieces.each do |piece|
      @stretches << stretch(status(piece, second?(driver_id, trip)), piece.from, piece.to)
      @places[piece.from] = stops[piece.stop].name
    end
  end

  # The second of a team is in the sleeper while the first drives.
  def second?(driver_id, trip) =
    DB[:trip_drivers].where(trip_id: trip[:id]).order(:id).get(:driver_id) != driver_id

  def status(piece, second)
    long = piece.status == "off_duty" && piece.minutes >= 420
    long || (second && piece.status == "driving") ? "sleeper" : piece.status
  end

  def shorted?(driver_id) = driver_id == shorted_id

  # The first driver with an accepted load that a day's work would cut short.
  def shorted_id
    @shorted_id ||=
      DB[:trips]
        .join(:trip_drivers, trip_id: :id)
        .where(Sequel[:trips][:status] => "accepted")
        .order(Sequel[:trips][:id])
        .select_map(:driver_id)
        .first
  end

  # A morning's work so long that the hours end just before the delivery.
  def short(driver_id)
    return unless shorted?(driver_id)

    trip = trips(driver_id).find { |row| row[:status] == "accepted" }
    stops = stops(trip)
    rested = @stretches
    found =
      (5..600)
        .step(5)
        .find do |minutes|
          SHORT_MINUTES.cover?(missing_after([*rested, *morning(rested.last.to, minutes)], stops))
        end
    @stretches = found ? [*rested, *morning(rested.last.to, found)] : rested
  end

  # Driving minutes to the last stop that are left when the hours run out; 0 when it is not late.
  def missing_after(stretches, stops)
    @stretches = stretches
    plan =
      M.plan(
        question(@minute),
        M::Trip.new(stops:, split_rest: false, waiting_status: "off_duty"),
        rules: @rules,
        advice: false
      )
    rest = plan.verdict == "late" ? plan.pieces.rindex { |piece| piece.rest? && piece.minutes >= 600 } : nil
    if rest
      plan
        .pieces
        .drop(rest)
        .select { |piece| piece.status == "driving" && piece.stop == stops.length - 1 }
        .sum(&:minutes)
    else
      0
    end
  end

  def morning(rested_until, minutes)
    from = [@minute - minutes - 20, rested_until].max
    [
      stretch("off_duty", rested_until, from),
      stretch("on_duty", from, from + 20),
      stretch("driving", from + 20, @minute)
    ]
  end

  # The past through the devices' act, the rest for the stand-in.
  def keep(driver_id, heard)
    events =
      @stretches
        .select { |one| one.minutes.positive? }
        .chunk_while { |one, other| one.status == other.status }
        .map(&:first)
        .map do |one|
          { at: Time.at(one.from * 60).utc, status: one.status, place: @places[one.from] || "Boise, ID" }
        end
    unless @stretches.last.to >= @minute && @stretches.last.status == "driving"
      events << { at: Time.at(@stretches.last.to * 60).utc, status: "off_duty", place: events.last[:place] }
    end
    past, future = events.partition { |event| event[:at].to_i / 60 <= heard }
    Work::Hours::TakeDeviceEvents.call(driver_id, past, heard_at: Time.at(heard * 60).utc, now: @now)
    # The last of the past goes along, so that a device with nothing new is heard as well.
    if heard == @minute
      [*past.last(1), *future].map do |event|
        { driver: DB[:drivers].where(id: driver_id).get(:number), **event }
      end
    else
      []
    end
  end
end
