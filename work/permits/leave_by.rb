# frozen_string_literal: true

# The latest day on which a load must leave its pickup to be at its last stop in time: by the hours in which
# it may move, with a rested driver.
class Work::Permits::LeaveBy
  AHEAD_DAYS = Work::Permits::Windows::AHEAD_DAYS
  STEP_SECONDS = 900
  DAY_STEPS = 96

  # windows - Work::Permits::Windows
  def initialize(load, windows, now)
    @load = load
    @windows = windows
    @now = now
  end

  # { leave_at:, arrive_at: }, both Time, of the latest that is in time; or { late_minutes: } of leaving at
  # once; nil where there is no appointment.
  def call
    stops = Store::Freight.stops(@load[:id])
    return if stops.length < 2

    @closes = stops.last.values_at(:to_at, :from_at).compact.first or return
    @zone = TZInfo::Timezone.get(stops.first[:zone])
    @trip = Core::Hours::Trip.new(stops: legs(stops), split_rest: false, waiting_status: "off_duty")
    plans = starts.map { |start| plan(start) }.reject { |plan| plan.verdict == "impossible" }
    latest(plans)
  end

  private

  # Midnight of each day from the first on, at the pickup.
  def starts
    first = @zone.to_local(@windows.starts).to_date
    last = [@zone.to_local(@closes).to_date, first + AHEAD_DAYS - 1].min
    days =
      (first..last).map do |date|
        @zone.local_to_utc(Time.utc(date.year, date.month, date.day), true, &:first)
      end
    [@windows.starts, *days.select { |at| at > @windows.starts }]
  end

  # The pickup is behind: what is asked is when the wheels turn.
  def legs(stops)
    stops
      .each_cons(2)
      .with_index(1)
      .map do |(_, row), i|
        minutes = row[:leg_minutes] || 0
        Core::Hours::TripStop.new(
          name: "#{row[:town]}, #{row[:state]}",
          drive_minutes: minutes,
          service_minutes: i == stops.length - 1 ? 0 : Work::Hours::Service::DOCK_MINUTES,
          opens: nil,
          closes: nil,
          drive_windows: nil,
          **@windows.of_leg(i, minutes)
        )
      end
  end

  # Of a driver who is rested then.
  def plan(start)
    rested =
      Core::Hours::Question.new(
        rules: HoursRules::USUAL,
        as_of: start.to_i / 60,
        status: "off_duty",
        stretches: [],
        exceptions: [],
        days: Work::Hours::Question.days(@zone.identifier)
      )
    Core::Hours.plan(rested, @trip, rules: HoursRules.named(HoursRules::USUAL), advice: false)
  end

  def latest(plans)
    day = plans.rindex { |plan| in_time?(plan) } or
      return plans.first && { late_minutes: plans.first.visits.last.arrive_at - (@closes.to_i / 60) }
    start = Time.at(plans[day].pieces.first.from * 60).utc
    # Later starts arrive no earlier: the last that is in time is found by halving.
    step =
      (1..DAY_STEPS).bsearch { |steps| !in_time?(plan(start + (steps * STEP_SECONDS))) } || (DAY_STEPS + 1)
    best = plan(start + ((step - 1) * STEP_SECONDS))
    { leave_at: time(leaves(best)), arrive_at: time(best.visits.last.arrive_at) }
  end

  def in_time?(plan) = plan.verdict != "impossible" && plan.visits.last.arrive_at <= @closes.to_i / 60
  def leaves(plan) = plan.pieces.find { |piece| piece.status == "driving" }&.from || plan.finish_at
  def time(instant) = Time.at(instant * 60).utc
end
