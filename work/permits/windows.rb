# frozen_string_literal: true

require "holidays"

# When a load with a permit file may move, from its start on for some days: through each part of its way by
# the state, the sun and the cities there. A state that wants a permit for the weight alone does not bind it.
class Work::Permits::Windows
  AHEAD_DAYS = 8
  P = Core::Permits

  # Of a load; nil where it has no file, or no state on its way binds it.
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

  def bound? = binding_states.any?

  # The hours in which it may move in every state at once: Array of Core::Permits::Travel::Window.
  def list =
    @list ||=
      within(
        binding_states.map do |code|
          spot(code, stop_of(code).values_at(:latitude, :longitude), near_stops(code))
        end
      )

  # By state, all through it: Hash of code to Array of Window. Cities that close their roads bind where a stop
  # is near; on the way, as it passes them.
  def by_state =
    binding_states.to_h do |code|
      [code, within(ends(code).map { |point| spot(code, point, near_stops(code)) })]
    end
  def zone_of(code) = rules[code].office[:zone]
  # What of its limits these hours do not count.
  def checks(code) = P.travel_checks(rules[code])

  # For a stop of a plan: { sections: Array of Core::Hours::Sections::Section } by the parts of the way to the
  # load's stop of an index, or { drive_windows: } as for all states at once, where no way for the size is
  # known.
  def of_leg(index, minutes)
    parts = index && @file[:sections].to_a[index - 1]
    return { drive_windows: instants(list) } if parts.nil? || parts.empty?

    whole = parts.sum { |part| part["minutes"] }
    # The trip's own way may take some minutes more or less; of one begun already the last parts are left.
    {
      sections:
        Core::Hours::Sections.of(
          parts.map do |part|
            Core::Hours::Sections::Section.new(minutes: part["minutes"], windows: windows_of(part))
          end,
          [minutes, whole].min
        )
    }
  end

  # The same for a leg that other loads' stops divide.
  def anywhere = { drive_windows: instants(list) }

  # The first day's start: a plan that is to set out no earlier begins there.
  def starts = [@now, midnight(@file[:starts_on])].max

  private

  def midnight(date) = zone.local_to_utc(Time.utc(date.year, date.month, date.day), true, &:first)
  def zone = TZInfo::Timezone.get(@load[:pickup_zone] || "UTC")
  def rules = @rules ||= Store::Permits.rules
  def stops = @stops ||= Store::Freight.stops(@load[:id])
  def binding_states =
    @binding_states ||=
      Work::Permits::Draft
        .verdicts(@file)
        .select do |verdict|
          verdict.needs_permit && verdict.kind != "overweight" && rules[verdict.jurisdiction]
        end
        .map(&:jurisdiction)
  def instants(windows) =
    windows
      .map { |window| [(window.from.to_i / 60.0).ceil, window.to.to_i / 60] }
      .select { |from, to| from < to }
  def within(spots) = P.travel_windows(spots, holidays, starts, starts + (AHEAD_DAYS * 86_400))
  def holidays =
    @holidays ||=
      Holidays
        .between(
          @file[:starts_on] - 1,
          [@file[:starts_on], @now.to_date].max + AHEAD_DAYS + 1,
          :us,
          :observed
        )
        .map { |one| one[:date] }
        .uniq

  # Of a part, nil for any time: the sun at both its ends.
  def windows_of(part)
    return unless binding_states.include?(part["state"])

    @windows ||= {}
    @windows[part.values_at("state", "from", "to", "near")] ||= instants(
      within(part.values_at("from", "to").map { |point| spot(part["state"], point, part["near"]) })
    )
  end

  # Where its way enters and leaves a state; its stop, or one in the middle, where no way is known.
  def ends(code)
    parts = @file[:sections].to_a.flatten.select { |part| part["state"] == code }
    parts.any? ? [parts.first["from"], parts.last["to"]] : [stop_of(code).values_at(:latitude, :longitude)]
  end

  def spot(code, (latitude, longitude), near) =
    P::Travel::Spot.new(
      rules: rules[code],
      latitude:,
      longitude:,
      zone: TZInfo::Timezone.get(zone_of(code)),
      near:
    )
  def stop_of(code) = stops.find { |row| row[:state] == code } || stops[stops.length / 2]
  def near_stops(code) =
    rules[code]
      .curfews
      .select { |curfew| stops.any? { |row| row[:state] == code && close?(curfew, row) } }
      .map(&:place)
      .uniq

  def close?(curfew, row)
    Core::Roads.great_circle_miles(
      Core::Roads::Point.new(latitude: curfew.latitude, longitude: curfew.longitude),
      Core::Roads::Point.new(latitude: row[:latitude], longitude: row[:longitude])
    ) <= curfew.radius_miles
  end
end
