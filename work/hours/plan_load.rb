# frozen_string_literal: true

# The best legal schedule for what is left of a load's trip, for its crew or for another driver who is tried.
module Work::Hours::PlanLoad
  # verdict - of the plan with what is known, tight under the company's margin, done where nothing is left;
  # drivers - rows of Store::Hours.drivers; records - of Work::Hours::Question.of; plan - Core::Hours::Plan or nil;
  # questions - that it answers, one for each driver; promised - Array of Hash, one for each stop of it; doubt -
  # Core::Hours::Doubt or nil
  Answer = Core::Value.of(:verdict, :drivers, :records, :plan, :questions, :promised, :doubt)

  # Of the crew that has it, from where and with what hours its trip before leaves it; of a driver who is tried
  # as Match judges him for it.
  #
  # options - { driver_id:, trip_id:, start:, split: }, all optional
  #
  # Returns Answer. Raises Refused `no_driver`, Store::NotFound.
  def self.call(load_id, options, now:)
    Store::Freight.load(load_id) or raise Store::NotFound.new("load", load_id)
    trip_id = options[:trip_id]
    if trip_id && Store::Freight.live_trips(load_id).none? { |trip| trip[:id] == trip_id }
      raise Store::NotFound.new("trip", trip_id)
    end

    trip_id ||= Store::Freight.live_trip(load_id)&.fetch(:id)
    ids = options[:driver_id] ? [options[:driver_id]] : crewed(trip_id)
    drivers = Store::Hours.drivers(ids).all.sort_by { |row| ids.index(row[:id]) }
    drivers.any? or
      raise Refused.new("no_driver", "Nobody has this load yet: choose whom to try.", path: "/driver_id")
    if options[:driver_id]
      tried(load_id, drivers, options, now)
    else
      of_crew(load_id, trip_id, drivers, options, now)
    end
  end

  def self.tried(load_id, drivers, options, now)
    fit = fit(load_id, drivers.first[:id], now)
    question, = questions = begun(fit.slot.questions, options[:start])
    plan =
      Core::Hours.plan(
        question,
        fit.trip.with(split_rest: options[:split] || false),
        rules: HoursRules.named(question.rules),
        not_before: Work::Hours::Question.minute(now)
      )
    answer(drivers, plan, questions, Work::Hours::TripQuestion.promised(fit.load.stops), now)
  end

  # As Match judges him. Returns Work::Match::Judge::Fit.
  def self.fit(load_id, driver_id, now)
    crews = Work::Match::Crews.at(now)
    units = crews.units_of(driver_id) or raise Store::NotFound.new("driver", driver_id)
    Work::Match::Judge.new(now, crews:).judge(
      crews.made_of([driver_id], **units),
      Work::Match::Freight.all([load_id]).first,
      exact: true
    )
  end

  def self.of_crew(load_id, trip_id, drivers, options, now)
    question, partner = questions = begun(Work::Hours::SettingOut.of(trip_id, drivers, now), options[:start])
    at = Work::Hours::SettingOut.at(questions, now)
    # Read once: a stop may be done while this is planned.
    left = Work::Hours::TripQuestion.new(load_id, at, trip_id:)
    plan =
      plan(
        load_id,
        question,
        at,
        partner:,
        left:,
        split: options[:split] || false,
        not_before: Work::Hours::Question.minute(now)
      )
    answer(drivers, plan, questions, left.promised, now)
  end

  def self.begun(questions, start) =
    start ? questions.map { |one| one.resting_until(Work::Hours::Question.minute(start)) } : questions

  def self.answer(drivers, plan, questions, promised, now)
    records = Work::Hours::Question.of(drivers, now)
    doubt = records.values.filter_map { |_, known_since| Core::Hours::Doubt.of(known_since, now) }.first
    Answer.new(verdict: verdict(plan, doubt), drivers:, records:, plan:, questions:, promised:, doubt:)
  end

  def self.verdict(plan, doubt)
    return "done" if plan.nil?
    return "unknown" if doubt

    Core::Fit.hours_verdict(plan.verdict, plan.slack_minutes, Store::Match.settings[:margin_minutes])
  end

  # partner - Question of a team's other driver; trip_id - which trip, where not the one the load is on now; left -
  # Work::Hours::TripQuestion, where it was read already
  #
  # Returns Core::Hours::Plan, nil when nothing is left to do.
  def self.plan(
    load_id,
    question,
    now,
    partner: nil,
    trip_id: nil,
    left: Work::Hours::TripQuestion.new(load_id, now, trip_id:),
    split: false,
    advice: true,
    not_before: nil
  )
    stops = left.stops
    return if stops.empty?

    Core::Hours.plan(
      question,
      Core::Hours::Trip.new(stops:, split_rest: split, waiting_status: "off_duty"),
      rules: HoursRules.named(question.rules),
      partner:,
      advice:,
      not_before:
    )
  end

  def self.crewed(trip_id) = trip_id ? Store::Freight.trip_drivers(trip_id).select_map(:driver_id) : []
  private_class_method :tried, :fit, :of_crew, :begun, :answer, :verdict, :crewed
end
