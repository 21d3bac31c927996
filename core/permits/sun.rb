# frozen_string_literal: true

# When the sun rises and sets at a place. NOAA's solar calculations (after J. Meeus, Astronomical Algorithms,
# 1991), with the position of the sun taken at each event itself; good to about a minute up to 72 degrees of
# latitude.
class Core::Permits::Sun
  # sunrise, sunset - Time, to the minute, nil where the sun does not; kind - rises_and_sets, never_sets or
  # never_rises
  Day = Core::Value.of(:kind, :sunrise, :sunset)

  # Centre of the sun below the horizon: its radius and the refraction of the air.
  ZENITH = 90.833
  TURNS = 6
  JULIAN_1970 = 2_440_587.5

  # zone - TZInfo::Timezone; the solar noon is the one on the date in the zone
  def initialize(latitude, longitude, date, zone)
    @latitude = latitude
    @longitude = longitude
    @date = date
    @zone = zone
  end

  def day
    noon = noon()
    rise, set = [-1, 1].map { |side| event(noon, side) }
    kind = [rise, set].find { |one| one.is_a?(String) } || "rises_and_sets"
    if kind == "rises_and_sets"
      Day.new(kind:, sunrise: minute(rise), sunset: minute(set))
    else
      Day.new(kind:, sunrise: nil, sunset: nil)
    end
  end

  private

  # To the nearest minute, as the zone's clock shows it.
  def minute(seconds) = @zone.to_local(Time.at((seconds / 60.0).round * 60).utc)

  # The instant of solar noon, in seconds since 1970, on the date of the zone.
  def noon
    midday = Time.utc(@date.year, @date.month, @date.day, 12).to_i
    [-86_400, 0, 86_400].map { |shift| exact_noon(midday + shift - (@longitude * 240)) }
      .find { |at| @zone.to_local(Time.at(at).utc).to_date == @date } ||
      exact_noon(midday - (@longitude * 240))
  end

  def exact_noon(guess)
    base = ((guess + (@longitude * 240)) / 86_400.0).floor * 86_400
    TURNS.times.reduce(guess) { |at, _| base + 43_200 - (@longitude * 240) - (position(at).last * 60) }
  end

  # side - -1 for the sunrise before noon, 1 for the sunset after. Returns seconds since 1970, or the kind of
  #        day that has none.
  def event(noon, side)
    at = noon
    TURNS.times do
      declination, equation = position(at)
      cosine =
        (Math.cos(radians(ZENITH)) / (Math.cos(radians(@latitude)) * Math.cos(radians(declination)))) -
          (Math.tan(radians(@latitude)) * Math.tan(radians(declination)))
      return "never_sets" if cosine < -1
      return "never_rises" if cosine > 1

      # The equation of time moves between noon and the event.
      at = noon + (side * degrees(Math.acos(cosine)) * 240) - ((equation - position(noon).last) * 60)
    end
    at
  end

  # [declination in degrees, equation of time in minutes] at an instant.
  def position(seconds)
    t = ((seconds / 86_400.0) + JULIAN_1970 - 2_451_545.0) / 36_525.0
    mean_longitude = (280.46646 + (t * (36_000.76983 + (t * 0.0003032)))) % 360
    anomaly = radians(357.52911 + (t * (35_999.05029 - (0.0001537 * t))))
    eccentricity = 0.016708634 - (t * (0.000042037 + (0.0000001267 * t)))
    centre =
      (Math.sin(anomaly) * (1.914602 - (t * (0.004817 + (0.000014 * t))))) +
        (Math.sin(2 * anomaly) * (0.019993 - (0.000101 * t))) + (Math.sin(3 * anomaly) * 0.000289)
    node = radians(125.04 - (1934.136 * t))
    apparent = radians(mean_longitude + centre - 0.00569 - (0.00478 * Math.sin(node)))
    seconds_of_tilt = 21.448 - (t * (46.815 + (t * (0.00059 - (t * 0.001813)))))
    tilt = radians(23 + ((26 + (seconds_of_tilt / 60.0)) / 60.0) + (0.00256 * Math.cos(node)))
    [
      degrees(Math.asin(Math.sin(tilt) * Math.sin(apparent))),
      equation_of_time(radians(mean_longitude), anomaly, eccentricity, tilt)
    ]
  end

  def equation_of_time(longitude, anomaly, eccentricity, tilt)
    y = Math.tan(tilt / 2)**2
    4 *
      degrees(
        (y * Math.sin(2 * longitude)) - (2 * eccentricity * Math.sin(anomaly)) +
          (4 * eccentricity * y * Math.sin(anomaly) * Math.cos(2 * longitude)) -
          (0.5 * y * y * Math.sin(4 * longitude)) -
          (1.25 * eccentricity * eccentricity * Math.sin(2 * anomaly))
      )
  end

  def radians(degrees) = degrees * Math::PI / 180
  def degrees(radians) = radians * 180 / Math::PI
end
