# frozen_string_literal: true

# The best chains under the legal hours of a driver or a team, after a record of duty, rather than a limit of driving a
# day.
#
# Each legal schedule of one driver also keeps to the simpler rule (so much driving between standings of ten hours,
# where the rules ask for rests at least as long), so no chain comes to more under the law than it does by that rule; a
# team, of whom one can always rest, is sought without any limit. Chains are sought so, more and more of them, the best
# first, and each is planned by the hours; once as many as are wanted are legal and the next ones could not be better,
# they are the best.
class Core::Freight::Chains::Legal
  # So many more are sought each time.
  GROWTH = 4
  # Longer than any chain drives.
  UNLIMITED_MINUTES = 1_000_000

  # hours - Core::Hours::Question, as of the start; rules - RuleSet; partner - a team's other Question, or nil
  def initialize(question, hours, rules, partner)
    @hours = hours
    @rules = rules
    @partner = partner
    @question = question.with(daily_drive_minutes: partner ? UNLIMITED_MINUTES : drive_minutes)
    @loads = question.loads.to_h { |load| [load.id, load] }
    @planned = {}
  end

  # Returns Array of Chain, best first.
  def best
    sought = @question.top
    loop do
      sought *= GROWTH
      chains = Core::Freight::Chains::Search.new(@question.with(top: sought)).best
      legal = chains.filter_map { |chain| planned(chain) }.sort_by(&:order).first(@question.top)
      return legal if chains.length < sought || settled?(legal, chains.last)
    end
  end

  # The plan of hours of a chain that was found, see Core::Hours.plan.
  def plan_of(chain) = Core::Hours.plan(@hours, trip(chain), rules: @rules, partner: @partner, advice: false)

  # The empty Leg before each load of a chain.
  def empty_legs(chain)
    places = [@question.start, *chain.loads.map { |id| @loads.fetch(id).to }]
    chain
      .loads
      .zip(places)
      .map { |id, place| @question.empty_legs.call(place).to_h.fetch(@loads.fetch(id).from) }
  end

  private

  # Of driving between two standings at most, by the rules.
  def drive_minutes
    limit = @rules.limits.find { |one| one.counts == "driving" && one.within == "shift" }
    if limit.nil? || @rules.shift_rest_minutes < Core::Freight::Chains::STANDING_MINUTES
      return UNLIMITED_MINUTES
    end

    @rules.minutes(limit, @hours.exceptions.map(&:first)) || UNLIMITED_MINUTES
  end

  # Could one that was not sought yet come before the last of these?
  def settled?(legal, last) = legal.length == @question.top && (legal.last.order <=> last.order).negative?

  # The chain with the arrival that the law allows, or nil where it does not allow it.
  def planned(chain) = @planned.fetch(chain.loads) { |ids| @planned[ids] = plan(chain) }

  def plan(chain)
    plan = plan_of(chain)
    return unless plan.verdict == "fits"

    arrive_at = plan.visits.last.arrive_at
    minutes = arrive_at - @question.start_at
    chain.with(
      arrive_at:,
      minutes:,
      daily_cents: (minutes * @question.daily_cents_per_minute).round(half: :up)
    )
  end

  def trip(chain) = Core::Hours::Trip.new(stops: stops(chain), split_rest: false, waiting_status: "off_duty")

  def stops(chain)
    chain
      .loads
      .zip(empty_legs(chain))
      .flat_map do |id, empty|
        load = @loads.fetch(id)
        latest =
          id.equal?(chain.loads.last) ? [load.latest_delivery, @question.end_by].min : load.latest_delivery
        [stop(id, empty.minutes, load.pickup_from, load.pickup_to), stop(id, load.leg.minutes, nil, latest)]
      end
  end

  def stop(name, drive_minutes, opens, closes) =
    Core::Hours::TripStop.new(
      name:,
      drive_minutes:,
      service_minutes: @question.service_minutes,
      opens:,
      closes:,
      drive_windows: nil
    )
end
