# frozen_string_literal: true

require "holidays"

# When a load with a permit file may move, from its start on for some days, in all the states at once that want a permit.
class Work::Permits::Windows
  AHEAD_DAYS = 8

  # Of a load; nil where it has no file, or no state on its way wants a permit.
  def self.of(load_id, now)
    file = Store::Permits.file_of(load_id) or return
    windows = new(Store::Freight.load(load_id), file, now)
    windows if windows.bound?
  end

  def initialize(load, file, now)
    @load = load
    @file = file
    @now = now
  end

  def bound? = spots.any?
  # Array of Core::Permits::Travel::Window
  def list = @list ||= Core::Permits.travel_windows(spots, holidays, starts, starts + (AHEAD_DAYS * 86_400))
  # The same as a stop of a plan has them: Array of [from, to] in whole minutes since 1970.
  def minutes = list.map { |window| [(window.from.to_i / 60.0).ceil, window.to.to_i / 60] }.select { |from, to| from < to }

  private

  def starts = [@now, TZInfo::Timezone.get(@load[:pickup_zone] || "UTC").local_to_utc(Time.utc(@file[:starts_on].year, @file[:starts_on].month, @file[:starts_on].day), true, &:first)].max
  def holidays = Holidays.between(@file[:starts_on] - 1, [@file[:starts_on], @now.to_date].max + AHEAD_DAYS + 1, :us, :observed).map { |one| one[:date] }.uniq

  # One spot a state that wants a permit: its own rules, sun and zone.
  def spots
    @spots ||= begin
      rules = Store::Permits.rules
      stops = Store::Freight.stops(@load[:id])
      Work::Permits::Draft.verdicts(@file).select(&:needs_permit).filter_map { |verdict| rules[verdict.jurisdiction]&.then { |state| spot(state, stops) } }
    end
  end

  # The sun of a state is taken at its own stop, or in the middle of the way.
  def spot(rules, stops)
    stop = stops.find { |row| row[:state] == rules.jurisdiction } || stops[stops.length / 2]
    near = rules.curfews.select { |curfew| stops.any? { |row| close?(curfew, row) } }.map(&:place).uniq
    Core::Permits::Travel::Spot.new(rules:, latitude: stop[:latitude], longitude: stop[:longitude], zone: TZInfo::Timezone.get(stop[:state] == rules.jurisdiction ? stop[:zone] : rules.office[:zone]), near:)
  end

  def close?(curfew, row)
    Core::Roads.great_circle_miles(Core::Roads::Point.new(latitude: curfew.latitude, longitude: curfew.longitude), Core::Roads::Point.new(latitude: row[:latitude], longitude: row[:longitude])) <= curfew.radius_miles
  end
end
