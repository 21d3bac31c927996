# frozen_string_literal: true

# What the hours pages show.
class Web::Hours::Present
  # How much of the record the fleet's ribbons show, and of the plan.
  SHOWN_HOURS = 14
  RECAP_DAYS = 8
  AHEAD_HOURS = 24

  # at - Time to say what could be driven then, or nil
  def initialize(now, at: nil)
    @now = now
    @at = at && Work::Hours::Question.minute(at)
  end

  def fleet
    drivers = Store::Hours.drivers.all
    questions = Work::Hours::Question.of(drivers, @now)
    trips = Store::Hours.trips(drivers.map { |row| row[:id] }).group_by { |row| row[:driver_id] }
    places = last_places(drivers.map { |row| row[:id] })
    {
      as_of: @now.iso8601,
      rows: drivers.map { |row| row(row, *questions[row[:id]], trips[row[:id]]&.first, places[row[:id]]) }
    }
  end

  def driver(id)
    driver = Store::Hours.drivers(id).first or raise Store::NotFound.new("driver", id)
    question, known_since = Work::Hours::Question.of([driver], @now)[id]
    clocks = clocks(question)
    answer = clocks.to_h
    {
      row: row(driver, question, known_since, Store::Hours.trips([id]).first, last_places([id])[id], clocks),
      rules: driver[:hours_rules],
      limits:
        rules(driver).limits.map do |limit|
          { name: limit.name, minutes: limit.minutes || (1440 - limit.leaves_minutes), source: limit.source }
        end,
      if_paired:
        answer[:if_paired] &&
          {
            rest_minutes: answer[:if_paired][:rest_minutes],
            remaining: answer[:if_paired][:remaining_minutes]
          },
      violations:
        broken(clocks, driver).map do |one|
          {
            kind: one.kind,
            rule: one.rule,
            from: iso(one.from, question),
            to: iso(one.to, question),
            minutes: one.minutes
          }
        end,
      **answer.slice(:recap, :comes_back, :available_by),
      days: days(question),
      entries: entries(driver)
    }
  end

  private

  def rules(driver) = HoursRules.named(driver[:hours_rules])
  def clocks(question) = Core::Hours.clocks(question, rules: HoursRules.named(question.rules))

  def row(driver, question, known_since, trip, place, clocks = clocks(question))
    {
      id: driver[:id],
      name: driver[:name],
      terminal: driver[:terminal],
      terminal_id: driver[:terminal_id],
      zone: driver[:zone],
      status: question.status,
      since: question.stretches.last && iso(question.stretches.last.from, question),
      heard_at: driver[:duty_heard_at]&.iso8601,
      known_since: known_since&.iso8601,
      place: place || "",
      can_drive_minutes: clocks.can_drive_minutes,
      left_today_minutes:
        Core::Hours.until_long_rest(question, rules: rules(driver), remaining: clocks.remaining),
      remaining: clocks.remaining,
      available_at: clocks.available_at && iso(clocks.available_at, question),
      after_rest_minutes: resting_until(question, question.as_of + rules(driver).shift_rest_minutes),
      can_drive_at: @at && resting_until(question, @at),
      violations:
        broken(clocks, driver).count { |violation| violation.to > question.as_of - (RECAP_DAYS * 1440) },
      recorded: stretches(question, question.as_of - (SHOWN_HOURS * 60)),
      trip: trip&.slice(:load_id, :load, :trip, :origin, :destination, :state),
      **planned(trip, question, known_since),
      trouble: trouble(driver, known_since),
      unconfirmed: unconfirmed(driver[:id])
    }
  end

  # A status that goes on since a device fell silent is a guess: nobody is blamed for it.
  def broken(clocks, driver)
    heard = driver[:duty_heard_at] ? Work::Hours::Question.minute(driver[:duty_heard_at]) : 0
    clocks
      .violations
      .select { |violation| violation.from < heard }
      .map { |violation| violation.with(to: [violation.to, heard].min) }
  end

  def resting_until(question, instant) =
    Core::Hours.until_long_rest(question.resting_until(instant), rules: HoursRules.named(question.rules))

  def planned(trip, question, known_since)
    partner, partner_known = partner(trip, question) if trip && trip[:drivers] > 1
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
    {
      planned:
        (plan&.pieces || [])
          .select { |piece| piece.from < ahead }
          .map do |piece|
            {
              status: piece.status,
              from: iso(piece.from, question),
              to: iso([piece.to, ahead].min, question)
            }
          end,
      verdict: plan&.verdict
    }
  end

  # The record of the other driver of a trip's team, and since when it is known.
  def partner(trip, question)
    others =
      Store::Hours.drivers(
        DB[:trip_drivers].where(trip_id: trip[:trip_id], live: true).select(:driver_id)
      ).all
    Work::Hours::Question.of(others, @now).values.find { |other, _| other != question }
  end

  def trouble(driver, known_since)
    return "No record: nothing is known of this driver's hours" if known_since.nil?

    silent = Work::Hours::Question.silent_minutes(driver, @now)
    silent && "Last heard #{silent / 60} h #{silent % 60} min ago: these hours are as old"
  end

  def unconfirmed(id) =
    (
      @unconfirmed ||=
        Store::Hours
          .proposals(DB[:drivers].select(:id), @now - (RECAP_DAYS * 86_400))
          .all
          .group_by { |row| row[:driver_id] }
          .transform_values(&:length)
    )[
      id
    ] || 0

  def last_places(ids)
    Store::Hours
      .entries
      .exclude(place: "")
      .where(driver_id: ids)
      .where(Sequel[:from_at] <= @now)
      .order(:driver_id, Sequel.desc(:from_at))
      .distinct(:driver_id)
      .to_hash(:driver_id, :place)
  end

  def stretches(question, from, to = question.as_of)
    question
      .stretches
      .select { |stretch| stretch.to > from && stretch.from < to }
      .map do |stretch|
        {
          status: stretch.status,
          from: iso([stretch.from, from].max, question),
          to: iso([stretch.to, to].min, question)
        }
      end
  end

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

  def entries(driver)
    Store::Hours
      .history(driver[:id], @now - (RECAP_DAYS * 86_400), @now)
      .map do |entry|
        entry.slice(:id, :status, :source, :who, :why, :undone_why).merge(
          from: entry[:from_at].iso8601,
          at: entry[:at].iso8601,
          undone_by: entry[:undone_who]
        )
      end
  end

  def iso(instant, question) = question.days.iso(instant)
end
