# frozen_string_literal: true

# The best legal schedule for what is left of a load's trip, for its crew or for another driver who is tried.
module Work::Hours::PlanLoad
  # Of the crew that has it, from where and with what hours its trip before leaves it; of a driver who is tried
  # as Match judges him for it.
  #
  # options - { driver_id:, trip_id:, start:, split: }, all optional
  #
  # Returns a Hash as the contract's LoadPlan. Raises Refused `no_driver`.
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
    records = Work::Hours::Question.of(drivers, now)
    fit = options[:driver_id] && tried(load_id, options[:driver_id], now)
    questions = fit ? fit.slot.questions : Work::Hours::SettingOut.of(trip_id, drivers, now)
    questions = questions.map { |one| begun(one, options[:start]) }
    plan = fit ? again(fit, questions, options, now) : of_crew(load_id, trip_id, questions, options, now)
    Work::Hours::PlanShown.new(drivers, records, plan, questions, now).to_h(
      Work::Hours::TripQuestion.new(load_id, now, driver_id: options[:driver_id], trip_id:).promised
    )
  end

  def self.begun(question, start) =
    start ? question.resting_until(Work::Hours::Question.minute(start)) : question

  # Work::Match::Judge::Fit
  def self.tried(load_id, driver_id, now)
    crews = Work::Match::Crews.at(now)
    units = crews.units_of(driver_id) or return
    crew = crews.made_of([driver_id], **units)
    Work::Match::Judge.new(now, crews:).judge(crew, Work::Match::Freight.all([load_id]).first, exact: true)
  end

  def self.again(fit, (question, partner), options, now) =
    Core::Hours.plan(
      question,
      fit.trip.with(split_rest: options[:split] || false),
      rules: HoursRules.named(question.rules),
      partner:,
      not_before: Work::Hours::Question.minute(now)
    )

  def self.of_crew(load_id, trip_id, (question, partner), options, now) =
    plan(
      load_id,
      question,
      Work::Hours::SettingOut.at([question], now),
      partner:,
      trip_id:,
      split: options[:split] || false,
      not_before: Work::Hours::Question.minute(now)
    )

  # partner - Question of a team's other driver; trip_id - which trip, where not the one the load is on now
  #
  # Returns Core::Hours::Plan, nil when nothing is left to do.
  def self.plan(
    load_id,
    question,
    now,
    partner: nil,
    driver_id: nil,
    trip_id: nil,
    split: false,
    advice: true,
    not_before: nil
  )
    stops = Work::Hours::TripQuestion.new(load_id, now, driver_id:, trip_id:).stops
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
  private_class_method :begun, :tried, :again, :of_crew, :crewed
end
