# frozen_string_literal: true

require "holidays"

# When a permitted load may move, and the plan that is legal for its hours of service as well.
class Web::Permits::Moves
  AHEAD_DAYS = 8

  def initialize(load, file, now)
    @load = load
    @file = file
    @now = now
  end

  def windows = open.map { |window| { from: window.from.iso8601, to: window.to.iso8601 } }

  # Of the crew that has the load, from now; nil where nobody has it.
  def plan
    trip = Store::Freight.live_trip(@load[:id]) or return
    drivers = Store::Hours.drivers(Store::Freight.trip_drivers(trip[:id]).select_map(:driver_id)).all
    question, partner = Work::Hours::Question.of(drivers, @now).values.map(&:first)
    stops = Work::Hours::TripQuestion.new(@load[:id], @now, trip_id: trip[:id]).stops
    return if stops.empty?

    # Empty on the way to the pickup it needs no permit.
    bound = stops.each_with_index.map { |stop, i| i.zero? && trip[:state] != "rolling" ? stop : stop.with(drive_windows: drive_windows) }
    plan = Core::Hours.plan(question, Core::Hours::Trip.new(stops: bound, split_rest: false, waiting_status: "off_duty"), rules: HoursRules.named(question.rules), partner:)
    pieces = plan.pieces.map { |piece| { status: piece.status, from: question.days.iso(piece.from), to: question.days.iso(piece.to) } }
    { verdict: plan.verdict, text: plan.reasons.map(&:last).first.to_s, finish_at: plan.finish_at && question.days.iso(plan.finish_at), pieces: }
  end

  private

  def open = @open ||= Core::Permits.travel_windows(spots, holidays, starts, starts + (AHEAD_DAYS * 86_400))
  def drive_windows = open.map { |window| [(window.from.to_i / 60.0).ceil, window.to.to_i / 60] }.select { |from, to| from < to }
  def starts = [@now, TZInfo::Timezone.get(@load[:pickup_zone] || "UTC").local_to_utc(Time.utc(@file[:starts_on].year, @file[:starts_on].month, @file[:starts_on].day), true, &:first)].max
  def holidays = Holidays.between(@file[:starts_on] - 1, @file[:starts_on] + AHEAD_DAYS + 1, :us, :observed).map { |one| one[:date] }.uniq

  # One spot a stop: its state's rules where the state wants a permit, its own sun and zone.
  def spots
    rules = Store::Permits.rules
    wanted = Work::Permits::Draft.verdicts(@file).select(&:needs_permit).map(&:jurisdiction)
    stops = Store::Freight.stops(@load[:id])
    found = wanted.filter_map { |code| rules[code] && spot(rules[code], stops) }
    found.any? ? found : []
  end

  # The sun of a state is taken at the stop that is nearest to it in order: its own, or the last before it.
  def spot(rules, stops)
    stop = stops.find { |row| row[:state] == rules.jurisdiction } || stops[stops.length / 2]
    near = rules.curfews.select { |curfew| stops.any? { |row| close?(curfew, row) } }.map(&:place).uniq
    Core::Permits::Travel::Spot.new(rules:, latitude: stop[:latitude], longitude: stop[:longitude], zone: TZInfo::Timezone.get(stop[:state] == rules.jurisdiction ? stop[:zone] : rules.office[:zone]), near:)
  end

  def close?(curfew, row)
    Core::Roads.great_circle_miles(Core::Roads::Point.new(latitude: curfew.latitude, longitude: curfew.longitude), Core::Roads::Point.new(latitude: row[:latitude], longitude: row[:longitude])) <= curfew.radius_miles
  end
end
