# frozen_string_literal: true

# Times and places that cannot be, in what was told of stops: asked about on the phone, kept as said, marked
# for the office.
# The phone asks by the same bounds (client/src/cab/steps.ts).
module Core::Tracking::Doubts
  # Nobody's average is above the highest posted limit of the country, 85 mph on Texas SH 130 (from memory).
  FASTEST_MPH = 85
  # So near to each other the miles between two stops say nothing: a yard, the next dock, the middle of a ZIP.
  NEAR_MILES = 5
  # A stop known by its ZIP alone may be so far from the ZIP's middle in the wide states (ours).
  FAR_MILES = 30

  # One stop as told. miles - from the stop before, or nil; from_at, to_at - first and last thing told there,
  # or nil; spots -
  # Array of Roads::Point where the phone was when something was told there; at - Roads::Point of the stop,
  # or nil;
  # sure - says the driver so, asked?
  Visit = Core::Value.of(:stop_id, :name, :miles, :from_at, :to_at, :spots, :at, :sure)

  # visits - in the order of the stops. Returns Array of Finding.
  def self.of(visits) = [*fast(visits), *away(visits)]

  def self.fast(visits)
    known = visits.each_with_index.select { |visit, _| visit.from_at }
    known
      .each_cons(2)
      .filter_map do |(before, i), (visit, j)|
        too_fast(before, visit, visits[(i + 1)..j].sum { |one| one.miles || 0 }) if before.to_at
      end
  end

  def self.too_fast(before, visit, miles)
    minutes = [(visit.from_at - before.to_at) / 60, 0].max
    return if miles <= NEAR_MILES || miles * 60 <= FASTEST_MPH * minutes

    finding(
      "too_fast",
      "#{visit.name} is #{miles.round} miles from #{before.name}, told #{Core::Spoken.minutes(minutes.to_i)} after it.",
      visit,
      before: before.name,
      miles: miles.round,
      minutes: minutes.to_i
    )
  end

  def self.away(visits)
    visits.filter_map do |visit|
      miles = visit.at && visit.spots.map { |spot| Core::Roads.great_circle_miles(spot, visit.at) }.min
      next if miles.nil? || miles <= FAR_MILES

      finding(
        "far_away",
        "#{visit.name}: told #{miles.round} miles from there, by the phone's position.",
        visit,
        miles: miles.round
      )
    end
  end

  def self.finding(code, text, visit, **parts)
    said = visit.sure ? "#{text} The driver says that it is so." : text
    Core::Tracking::Finding.new(
      code:,
      text: said,
      stop_id: visit.stop_id,
      parts: {
        place: visit.name,
        sure: visit.sure,
        **parts
      }
    )
  end
  private_class_method :fast, :too_fast, :away, :finding
end
