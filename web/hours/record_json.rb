# frozen_string_literal: true

# The JSON of duty records: the fleet's, and one driver's with his days and entries.
class Web::Hours::RecordJson
  # How much of the record the fleet's ribbons show, and of the plan.
  SHOWN_HOURS = 14
  RECAP_DAYS = 8
  AHEAD_HOURS = 24
  Figures = Web::Figures

  # at - Time to say what could be driven then, or nil
  def initialize(now, at: nil)
    @now = now
    @at = at && Work::Hours::Question.minute(at)
    @since = now - (RECAP_DAYS * 86_400)
  end

  def fleet
    @found = Reads::Hours::Record.fleet(@now, since: @since)
    @questions = Work::Hours::Question.of(@found.drivers, @now)
    { as_of: @now.iso8601, rows: @found.drivers.map { |row| row(row, *@questions[row[:id]]) } }
  end

  # Raises Store::NotFound.
  def driver(id)
    @found = Reads::Hours::Record.driver(id, @now, since: @since)
    driver = @found.drivers.first
    @questions = Work::Hours::Question.of([driver, *@found.partners[id]], @now)
    question, known_since = @questions[id]
    clocks = clocks(question)
    answer = clocks.to_h
    {
      row: row(driver, question, known_since, clocks),
      rules: driver[:hours_rules],
      limits: rules(driver).limits.map { |limit| limit(limit) },
      if_paired: answer[:if_paired] && if_paired(answer[:if_paired]),
      violations: clocks.violations_by(heard(driver)).map { |one| violation(one, question) },
      **answer.slice(:recap, :comes_back, :available_by),
      days: days(question),
      asked: Reads::Hours::Record.asked(id).map { |row| asked(row, driver) },
      entries: Reads::Hours::Record.entries(id, @since, @now).map { |entry| entry(entry) }
    }
  end

  private

  def rules(driver) = HoursRules.named(driver[:hours_rules])
  def clocks(question) = Core::Hours.clocks(question, rules: HoursRules.named(question.rules))
  def heard(driver) = driver[:duty_heard_at] ? Work::Hours::Question.minute(driver[:duty_heard_at]) : 0

  def row(driver, question, known_since, clocks = clocks(question))
    {
      **driver.slice(:id, :name, :terminal, :terminal_id, :zone),
      heard_at: Figures.iso(driver[:duty_heard_at]),
      known_since: Figures.iso(known_since),
      place: @found.places[driver[:id]] || "",
      **left(driver, question, clocks),
      recorded: stretches(question, question.as_of - (SHOWN_HOURS * 60)),
      **ahead(driver, question, known_since),
      trouble: trouble(driver, known_since),
      unconfirmed: @found.unconfirmed[driver[:id]] || 0
    }
  end

  # What is left of the hours now, and when more of them is there.
  def left(driver, question, clocks)
    last = question.stretches.last
    {
      status: question.status,
      since: last && iso(last.from, question),
      can_drive_minutes: clocks.can_drive_minutes,
      left_today_minutes:
        Core::Hours.until_long_rest(question, rules: rules(driver), remaining: clocks.remaining),
      remaining: clocks.remaining,
      available_at: clocks.available_at && iso(clocks.available_at, question),
      after_rest_minutes: resting_until(question, question.as_of + rules(driver).shift_rest_minutes),
      can_drive_at: @at && resting_until(question, @at),
      violations:
        clocks.violations_by(heard(driver)).count { |one| one.to > question.as_of - (RECAP_DAYS * 1440) }
    }
  end

  # His trip, and the plan of it.
  def ahead(driver, question, known_since)
    trip = @found.trips[driver[:id]]
    {
      trip: trip&.slice(:load_id, :load, :trip, :origin, :destination, :status),
      **planned(trip, driver[:id], question, known_since)
    }
  end

  def limit(limit) =
    { name: limit.name, minutes: limit.minutes || (1440 - limit.leaves_minutes), source: limit.source }

  def if_paired(paired) = { rest_minutes: paired[:rest_minutes], remaining: paired[:remaining_minutes] }

  def violation(one, question) =
    {
      kind: one.kind,
      rule: one.rule,
      from: iso(one.from, question),
      to: iso(one.to, question),
      minutes: one.minutes
    }

  def resting_until(question, instant) =
    Core::Hours.until_long_rest(question.resting_until(instant), rules: HoursRules.named(question.rules))

  def planned(trip, driver_id, question, known_since)
    partner, partner_known = @questions[@found.partners[driver_id]&.fetch(:id)]
    return { planned: [], verdict: nil } if trip.nil? || known_since.nil? || (partner && partner_known.nil?)

    plan =
      Work::Hours::PlanLoad.plan(
        trip[:load_id],
        question,
        @now,
        partner:,
        trip_id: trip[:trip_id],
        advice: false
      )
    ahead = question.as_of + (AHEAD_HOURS * 60)
    pieces = (plan&.pieces || []).select { |piece| piece.from < ahead }
    { planned: pieces.map { |piece| stretch(piece, question, piece.from, ahead) }, verdict: plan&.verdict }
  end

  def trouble(driver, known_since)
    return "No record: nothing is known of this driver's hours" if known_since.nil?

    silent = Work::Hours::Question.silent_minutes(driver, @now)
    silent && "Last heard #{Core::Spoken.minutes(silent)} ago: these hours are as old"
  end

  def stretches(question, from, to = question.as_of) =
    question
      .stretches
      .select { |one| one.to > from && one.from < to }
      .map { |one| stretch(one, question, from, to) }

  # Cut to what is shown.
  def stretch(one, question, from, to) =
    { status: one.status, from: iso([one.from, from].max, question), to: iso([one.to, to].min, question) }

  def days(question)
    today = question.days.day_of(question.as_of)
    (0...RECAP_DAYS).map do |ago|
      from, to = question.days.start(today - ago), question.days.start(today - ago + 1)
      {
        date: question.days.date(today - ago).iso8601,
        from: iso(from, question),
        to: iso(to, question),
        stretches: stretches(question, from, [to, question.as_of].min)
      }
    end
  end

  def asked(row, driver) =
    {
      **row.slice(:id, :status, :who, :why),
      from: Figures.iso(row[:from_at]),
      to: Figures.iso(row[:to_at]),
      answered_by_phone: driver[:smartphone]
    }

  def entry(entry) =
    {
      **entry.slice(:id, :status, :source, :who, :why, :undone_why),
      from: Figures.iso(entry[:from_at]),
      at: Figures.iso(entry[:at]),
      undone_by: entry[:undone_who]
    }

  def iso(instant, question) = question.days.iso(instant)
end
