# frozen_string_literal: true

# The JSON of one judged pair, and of its load and crew; what several pairs share is written once.
class Web::Match::FitJson
  # So much of the record its ribbon shows.
  RECORDED_MINUTES = 720
  LOAD = %i[id number version customer origin destination pickup_zone delivery_zone trailer_kind].freeze
  CREW = %i[terminal dispatcher dispatcher_id zone].freeze
  MONEY = %i[revenue fuel tolls pay other profit].freeze

  # crews - Work::Match::Crews
  def initialize(crews, now)
    @crews = crews
    @now = now
    @shown = {}
  end

  # fit - Work::Match::Judge::Fit
  def fit(fit)
    {
      load: load(fit.load),
      crew: crew(fit.crew, fit.slot),
      joins: fit.joins && { trip_id: fit.joins[:trip_id], trip: fit.joins[:trip][:number] },
      verdict: fit.judgement.verdict,
      reasons: fit.judgement.reasons.map(&:to_h),
      deadhead_miles: miles(fit.deadhead_tenths),
      deadhead_minutes: fit.deadhead_minutes,
      fetched_at: fit.fetched_at && town(fit.fetched_at),
      loaded_miles: miles(fit.judgement.money.loaded_tenths),
      begins_at: fit.begins.iso8601,
      ends_at: fit.ends.iso8601,
      zone: fit.load.stops.last[:zone],
      late_minutes: fit.late_minutes,
      slack_minutes: fit.slack_minutes,
      at_least: fit.at_least,
      tractor: fit.tractor&.slice(:id, :number),
      trailer: fit.trailer && trailer(fit.trailer),
      money: money(fit.judgement.money),
      gross: fit.judgement.gross&.text
    }
  end

  # The same with its ribbon: what is recorded, the trips before it, and its own plan.
  def with_plan(fit)
    question, partner = fit.slot.questions
    plan =
      Core::Hours.plan(
        question,
        fit.trip,
        rules: HoursRules.named(question.rules),
        partner:,
        not_before: @now.to_i / 60
      )
    { **fit(fit), **ribbon(fit.slot, plan), sentences: plan.reasons.map(&:last) }
  end

  # What is recorded, and a plan with the trips before it.
  def ribbon(slot, plan)
    question = slot.questions.first
    now = @now.to_i / 60
    before, after =
      question
        .stretches
        .select { |stretch| stretch.to > now - RECORDED_MINUTES }
        .partition { |stretch| stretch.to <= now }
    {
      recorded: before.map { |one| stretch(one, question) },
      planned: [*after, *plan.pieces].map { |one| stretch(one, question) }
    }
  end

  # load - Work::Match::Freight::Load
  def load(load)
    row = load.row
    @shown[row[:id]] ||= {
      **row.slice(*LOAD),
      pickup_at: Web::Figures.iso(row[:pickup_at]),
      delivery_at: Web::Figures.iso(row[:delivery_at]),
      miles: Web::Figures.miles(row[:miles]),
      total: Web::Figures.money(row[:total]),
      what: what(load)
    }
  end

  # slot - where it comes from
  def crew(crew, slot)
    @shown[[crew.key, slot.at]] ||= {
      id: crew.drivers.first[:id],
      driver_ids: crew.key,
      name: crew.name,
      **crew.drivers.first.slice(*CREW),
      **standing(crew, slot),
      home: town(crew.drivers.first),
      home_by: crew.drivers.filter_map { |row| row[:home_by] }.min&.iso8601,
      preferences: crew.drivers.map { |row| row[:preferences] }.reject(&:empty?).join("; "),
      tractor: units.dig(crew.tractor_id, :number),
      tractor_id: crew.tractor_id,
      trailer: units.dig(crew.trailer_id, :number),
      trailer_kind: units.dig(crew.trailer_id, :trailer_kind)
    }
  end

  private

  def miles(tenths) = Web::Figures.miles(BigDecimal(tenths) / 10)
  def town(row) = "#{row[:town]}, #{row[:state]}"
  def units = @units ||= @crews.units.to_h { |unit| [unit[:id], unit] }
  def trailer(row) = { id: row[:id], number: row[:number], kind: row[:trailer_kind] }

  def money(money) =
    {
      **MONEY.to_h { |name| [name, Money.text(money.public_send(name))] },
      per_mile: money.per_mile && Money.text(money.per_mile),
      per_day: money.per_day && Money.text(money.per_day)
    }

  # Where and when it is free, and with what hours.
  def standing(crew, slot)
    left_minutes, cycle_minutes = @crews.left(slot)
    {
      free_at: slot.at.iso8601,
      place: town(slot.place),
      after_load: slot.after&.dig(:load, :number),
      idle: crew.slots.one?,
      left_minutes:,
      cycle_minutes:,
      trouble: trouble(crew)
    }
  end

  def stretch(one, question) =
    { status: one.status, from: question.days.iso(one.from), to: question.days.iso(one.to) }

  def what(load)
    pounds = load.fit.weight_lb && Core::Spoken.pounds(load.fit.weight_lb)
    [
      pounds,
      ("tarps" if load.row[:tarps]),
      ("team" if load.row[:team_needed]),
      ("hazmat" if load.hazmat),
      ("partial" if load.row[:size] == "partial")
    ].compact.join(", ")
  end

  def trouble(crew)
    return "No record of hours" if crew.known.any?(&:nil?)

    crew.silent && "Last heard #{Core::Spoken.minutes(crew.silent)} ago"
  end
end
