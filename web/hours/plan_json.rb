# frozen_string_literal: true

# The JSON of a load's plan, as the contract's LoadPlan: what is recorded, what the crew does before, its own
# schedule, and its reasons with those that the records give.
class Web::Hours::PlanJson
  RECORDED_MINUTES = 720
  NOTHING_LEFT = { finish_at: nil, late_minutes: nil, stops: [], schedule: [], reasons: [] }.freeze

  # options - as of Work::Hours::PlanLoad
  def self.of(load_id, options, now:) = new(Work::Hours::PlanLoad.call(load_id, options, now:), now).to_h

  # answer - Work::Hours::PlanLoad::Answer
  def initialize(answer, now)
    @drivers, @records, @plan, @questions = answer.drivers, answer.records, answer.plan, answer.questions
    @answer = answer
    @now = now
  end

  def to_h
    driver, partner = @drivers
    shown = @plan ? @plan.to_h : NOTHING_LEFT
    {
      driver: driver.slice(:id, :name),
      partner: partner&.slice(:id, :name),
      as_of: days.iso(recorded_question(0).as_of),
      zone: driver[:zone],
      heard_at: driver[:duty_heard_at]&.iso8601,
      **shown,
      verdict: @answer.verdict,
      late_minutes: @plan&.late_by_minutes,
      slack_minutes: @plan&.slack_minutes,
      stops: shown[:stops].zip(@answer.promised).each_with_index.map { |(stop, row), i| stop(stop, row, i) },
      reasons: [@answer.doubt&.to_h, *@drivers.filter_map { |row| stale(row) }, *shown[:reasons]].compact,
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
    minutes = Work::Hours::Question.silent_minutes(driver, @now) or return
    {
      code: "stale_hours",
      text: "The hours of #{driver[:name]} are #{Core::Spoken.minutes(minutes)} old: not heard from since."
    }
  end
end
