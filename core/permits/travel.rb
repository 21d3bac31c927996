# frozen_string_literal: true

# When a permitted load may move: by daylight at every place of the way, not on holidays, not on the days its
# states forbid, not in the hours when their cities are closed to it. Counted for the whole way at once: a
# time at which any part of it forbids is left out.
class Core::Permits::Travel
  # A part of the way: rules - of its state; latitude, longitude - of its middle; zone - TZInfo::Timezone;
  # near - names of the places with curfews that it passes
  Spot = Core::Value.of(:rules, :latitude, :longitude, :zone, :near)
  # from, to - Time
  Window = Core::Value.of(:from, :to)

  DAYS = %w[sunday monday tuesday wednesday thursday friday saturday].freeze

  # spots - Array of Spot; holidays - Array of Date
  def initialize(spots, holidays)
    @spots = spots
    @holidays = holidays
  end

  # Array of Window between two instants, in order.
  def windows(from, to)
    open = @spots.map { |spot| of_spot(spot, from, to) }.reduce { |one, other| both(one, other) } || []
    open
      .map { |window| Window.new(from: [window.from, from].max, to: [window.to, to].min) }
      .select { |window| window.from < window.to }
  end

  private

  def of_spot(spot, from, to)
    first, last = [from, to].map { |at| spot.zone.to_local(at).to_date }
    (first..last).flat_map { |date| of_day(spot, date) }
  end

  def of_day(spot, date)
    travel = spot.rules.travel
    if travel[:not_on].value.include?(DAYS[date.wday]) ||
         (travel[:holidays].value && @holidays.include?(date))
      return []
    end

    daylight = daylight(spot, date, travel[:margin_minutes].value) or return []
    curfews(spot, date).reduce([daylight]) { |list, curfew| without(list, curfew) }
  end

  def daylight(spot, date, margin_minutes)
    day = Core::Permits.daylight(spot.latitude, spot.longitude, date, spot.zone)
    if day.kind == "never_sets"
      return Window.new(from: wall(spot.zone, date, "00:00"), to: wall(spot.zone, date + 1, "00:00"))
    end

    day.sunrise &&
      Window.new(from: day.sunrise.utc - (margin_minutes * 60), to: day.sunset.utc + (margin_minutes * 60))
  end

  def curfews(spot, date)
    spot
      .rules
      .curfews
      .select { |curfew| spot.near.include?(curfew.place) && curfew.weekdays.include?(date.cwday) }
      .map do |curfew|
        Window.new(from: wall(spot.zone, date, curfew.from), to: wall(spot.zone, date, curfew.to))
      end
  end

  def wall(zone, date, text)
    hour, minute = text.split(":").map(&:to_i)
    zone.local_to_utc(Time.utc(date.year, date.month, date.day, hour, minute), true, &:first)
  end

  def both(one, other)
    one
      .product(other)
      .filter_map do |a, b|
        Window
          .new(from: [a.from, b.from].max, to: [a.to, b.to].min)
          .then { |window| window if window.from < window.to }
      end
      .sort_by(&:from)
  end

  def without(list, hole)
    list.flat_map do |window|
      [
        Window.new(from: window.from, to: [window.to, hole.from].min),
        Window.new(from: [window.from, hole.to].max, to: window.to)
      ].select { |part| part.from < part.to }
    end
  end
end
