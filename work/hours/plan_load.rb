# frozen_string_literal: true

# The best legal schedule for what is left of a load's trip, for its crew or for another driver who is tried.
module Work::Hours::PlanLoad
  RECORDED_MINUTES = 720

  # options - { driver_id:, trip_id:, start:, split: }, all optional
  #
  # Returns a Hash as the contract's LoadPlan. Raises Refused `no_driver`.
  def self.call(load_id, options, now:)
    Store::Freight.load(load_id) or raise Store::NotFound.new("load", load_id)
    trip_id = options[:trip_id]
    if trip_id && Store::Freight.live_trips(load_id).none? { |trip| trip[:id] == trip_id }
      raise Store::NotFound.new("trip", trip_id)
    end

    ids = options[:driver_id] ? [options[:driver_id]] : crewed(load_id, trip_id)
    drivers = Store::Hours.drivers(ids).all.sort_by { |row| ids.index(row[:id]) }
    drivers.any? or
      raise Refused.new("no_driver", "Nobody has this load yet: choose whom to try.", path: "/driver_id")
    records = Work::Hours::Question.of(drivers, now)
    recorded =
      drivers.map do |row|
        records[row[:id]].first.then do |one|
          one.stretches.select { |stretch| stretch.to > one.as_of - RECORDED_MINUTES }
        end
      end
    question, partner =
      drivers
        .map { |row| records[row[:id]].first }
        .map do |one|
          options[:start] ? one.resting_until(Work::Hours::Question.minute(options[:start])) : one
        end
    plan =
      plan(
        load_id,
        question,
        now,
        partner:,
        driver_id: options[:driver_id],
        trip_id:,
        split: options[:split] || false
      )
    promised = Work::Hours::TripQuestion.new(load_id, now, driver_id: options[:driver_id], trip_id:).promised
    present(
      drivers,
      plan,
      question,
      recorded,
      promised,
      now,
      records.values.filter_map { |_, known_since| Core::Hours::Doubt.of(known_since, now) }.first
    )
  end

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
    advice: true
  )
    stops = Work::Hours::TripQuestion.new(load_id, now, driver_id:, trip_id:).stops
    return if stops.empty?

    Core::Hours.plan(
      question,
      Core::Hours::Trip.new(stops:, split_rest: split, waiting_status: "off_duty"),
      rules: HoursRules.named(question.rules),
      partner:,
      advice:
    )
  end

  def self.crewed(load_id, trip_id) =
    (trip_id || Store::Freight.live_trip(load_id)&.fetch(:id))&.then do |id|
      Store::Freight.trip_drivers(id).select_map(:driver_id)
    end || []

  def self.present(drivers, plan, question, recorded, promised, now, doubt)
    driver, partner = drivers
    shown =
      (
        if plan
          plan.to_h
        else
          { verdict: "done", finish_at: nil, late_minutes: nil, stops: [], schedule: [], reasons: [] }
        end
      )
    reasons = [*drivers.flat_map { |row| stale(row, now) }, *shown[:reasons]]
    shown = shown.merge(verdict: "unknown") if doubt && plan
    {
      driver: driver.slice(:id, :name),
      partner: partner&.slice(:id, :name),
      as_of: question.days.iso(question.as_of),
      zone: driver[:zone],
      heard_at: driver[:duty_heard_at]&.iso8601,
      **shown,
      stops: shown[:stops].zip(promised).map { |stop, row| stop.merge(row) },
      reasons: [*(doubt && [doubt.to_h]), *reasons],
      schedule: pieces(shown[:schedule]),
      partner_schedule: pieces(shown[:partner_schedule] || []),
      recorded: written(recorded.first, question),
      partner_recorded: written(recorded[1] || [], question)
    }
  end

  def self.written(stretches, question) =
    stretches.map do |stretch|
      { status: stretch.status, from: question.days.iso(stretch.from), to: question.days.iso(stretch.to) }
    end
  def self.pieces(schedule) = schedule.map { |piece| piece.slice(:status, :from, :to) }

  # A fit that rests on old hours says how old they are.
  def self.stale(driver, now)
    minutes = Work::Hours::Question.silent_minutes(driver, now) or return []

    [
      {
        code: "stale_hours",
        text:
          "The hours of #{driver[:name]} are #{minutes / 60} h #{format("%02d", minutes % 60)} min old: " \
            "not heard from since."
      }
    ]
  end
  private_class_method :crewed, :present, :written, :pieces, :stale
end
