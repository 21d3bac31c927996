# frozen_string_literal: true

# A plan as a page shows it: what is recorded, what the crew does before, its own schedule, and its reasons with
# those that the records give.
class Work::Hours::PlanShown
  RECORDED_MINUTES = 720
  NOTHING_LEFT = {
    verdict: "done",
    finish_at: nil,
    late_minutes: nil,
    stops: [],
    schedule: [],
    reasons: []
  }.freeze

  # drivers - rows of Store::Hours.drivers; records - of Work::Hours::Question.of; plan - Core::Hours::Plan or
  #           nil; questions - that it answers
  def initialize(drivers, records, plan, questions, now)
    @drivers = drivers
    @records = records
    @plan = plan
    @questions = questions
    @now = now
  end

  # promised - Array of Hash, one for each stop of the plan
  # Returns a Hash as the contract's LoadPlan.
  def to_h(promised)
    driver, partner = @drivers
    shown = @plan ? @plan.to_h : NOTHING_LEFT
    {
      driver: driver.slice(:id, :name),
      partner: partner&.slice(:id, :name),
      as_of: days.iso(recorded_question(0).as_of),
      zone: driver[:zone],
      heard_at: driver[:duty_heard_at]&.iso8601,
      **shown,
      verdict:,
      late_minutes: @plan&.late_by_minutes,
      slack_minutes: @plan&.slack_minutes,
      stops: shown[:stops].zip(promised).each_with_index.map { |(stop, row), i| stop(stop, row, i) },
      reasons: [*[doubt].compact.map(&:to_h), *@drivers.flat_map { |row| stale(row) }, *shown[:reasons]],
      schedule: [*before(0), *pieces(shown[:schedule])],
      partner_schedule: [*before(1), *pieces(shown[:partner_schedule] || [])],
      recorded: recorded(0),
      partner_recorded: recorded(1)
    }
  end

  private

  # Who is there already arrived when he did, and is served from then, or from when it opens.
  def stop(stop, row, index)
    here = row[:arrived_at] && Work::Hours::Question.minute(row[:arrived_at])
    opens = @plan.trip.stops[index].opens
    {
      **stop,
      **row.except(:arrived_at),
      slack_minutes: @plan.slack(index),
      **(here ? { arrive_at: days.iso(here), start_at: days.iso([here, *opens].max) } : {})
    }
  end

  def days = @questions.first.days

  def verdict
    return "done" if @plan.nil?
    return "unknown" if doubt

    Core::Fit.hours_verdict(@plan.verdict, @plan.slack_minutes, Store::Match.settings[:margin_minutes])
  end

  def doubt =
    @doubt ||= @records.values.filter_map { |_, known_since| Core::Hours::Doubt.of(known_since, @now) }.first

  def recorded_question(index) = @records[@drivers[index][:id]].first

  def recorded(index)
    return [] unless @drivers[index]

    question = recorded_question(index)
    written(question.stretches.select { |stretch| stretch.to > question.as_of - RECORDED_MINUTES })
  end

  # What the crew does from now until it sets out.
  def before(index)
    question = @questions[index] or return []
    now = Work::Hours::Question.minute(@now)
    written(question.stretches.filter_map { |one| one.with(from: [one.from, now].max) if one.to > now })
  end

  def written(stretches) =
    stretches.map { |one| { status: one.status, from: days.iso(one.from), to: days.iso(one.to) } }

  def pieces(schedule) = schedule.map { |piece| piece.slice(:status, :from, :to) }

  # A fit that rests on old hours says how old they are.
  def stale(driver)
    minutes = Work::Hours::Question.silent_minutes(driver, @now) or return []

    [
      {
        code: "stale_hours",
        text:
          "The hours of #{driver[:name]} are #{Core::Spoken.minutes(minutes)} old: " \
            "not heard from since."
      }
    ]
  end
end
