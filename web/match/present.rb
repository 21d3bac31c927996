# frozen_string_literal: true

# The JSON of judgements.
class Web::Match::Present
  RECORDED_MINUTES = 720

  def self.rules
    effects = Store::Match.effects
    settings = Store::Match.settings
    {
      rules:
        FitRules.all.map do |rule|
          rule.slice(:code, :title, :source).merge(
            effect: effects.fetch(rule[:code], rule[:effect]),
            usual: rule[:effect]
          )
        end,
      settings: {
        fuel_price: Money.rate_text(settings[:fuel_price]),
        cost_per_mile: Money.rate_text(settings[:cost_per_mile]),
        margin_minutes: settings[:margin_minutes],
        **settings.slice(
          :licence_days,
          :medical_card_days,
          :registration_days,
          :annual_inspection_days,
          :other_paper_days
        ),
        **%i[cost_per_day late_hourly home_missed uncovered].to_h do |name|
          [name, Money.text(Money.cents(settings[name]))]
        end
      }
    }
  end

  def initialize(now)
    @now = now
    @crews = Work::Match::Crews.at(now)
    @shown = {}
  end

  def loads = Work::Match::Freight.all.map { |load| load(load) }
  def crews = @crews.all.map { |crew| crew(crew, crew.slots.last) }.sort_by { |row| row[:free_at] }

  def for_load(id)
    load = Work::Match::Freight.all([id]).first or raise Store::NotFound.new("load", id)
    ranking(Work::Match::Judge.new(@now).rank(@crews.all, [load]))
  end

  def for_crew(driver_id) =
    ranking(Work::Match::Judge.new(@now).rank([of(driver_id)], Work::Match::Freight.all))

  # pairs - Array of [driver id, id of the trip that the load would join or nil]
  def compare(load_id, pairs)
    load = Work::Match::Freight.all([load_id]).first or raise Store::NotFound.new("load", load_id)
    judge = Work::Match::Judge.new(@now)
    joining = Work::Match::Joining.new(judge)
    pairs
      .filter_map do |driver_id, trip_id|
        trip_id ? joining.one(of(driver_id), load, trip_id) : judge.judge(of(driver_id), load)
      end
      .map { |fit| fit(fit).merge(plan(fit)) }
  end

  # Who could be at a place by a time.
  def where(text, at)
    found = Store::Fleet.resolve_place(text)
    if found.empty?
      raise Refused.new(
              "unknown_place",
              "No place #{text} is known: write it as Boise, ID, or as a ZIP.",
              path: "/place"
            )
    end
    if found.length > 1
      raise Refused.new(
              "ambiguous_place",
              "There is more than one #{text}: " \
                "#{found.map { |row| "#{row[:town]}, #{row[:state]}" }.join("; ")}.",
              path: "/place"
            )
    end

    rows = Work::Match::CouldBe.new(@crews.all, found.first, at).rows
    {
      place: "#{found.first[:town]}, #{found.first[:state]}",
      at: at.iso8601,
      zone: found.first[:zone],
      rows:
        rows.map do |row|
          {
            crew: crew(row.crew, row.slot),
            miles: miles(row.tenths),
            arrives_at: row.arrives_at&.iso8601,
            spare_minutes: row.spare_minutes,
            left_minutes: row.left_minutes
          }
        end
    }
  end

  def proposal(locked)
    propose = Work::Match::Propose.new(@now, locked: locks(locked))
    lines = propose.lines
    busy = lines.flat_map { |line| line.choice.crew.key }
    {
      as_of: @now.iso8601,
      profit: dollars(lines.sum { |line| line.choice.profit }),
      value: dollars(lines.sum { |line| line.choice.value }),
      greedy: dollars(propose.greedy.sum(&:value)),
      idle: @crews.all.reject { |crew| crew.key.intersect?(busy) }.map(&:name),
      lines:
        lines.map do |line|
          {
            id: line.choice.id,
            fits: line.choice.fits.map { |fit| fit(fit) },
            profit: dollars(line.choice.profit),
            value: dollars(line.choice.value),
            why: line.why
          }
        end,
      uncovered:
        propose
          .uncovered(lines)
          .map do |load, best|
            {
              load: load(load),
              why:
                (
                  if best
                    "#{best.crew.name} could, and is worth more elsewhere."
                  else
                    "No crew near it can: look at all of them."
                  end
                )
            }
          end
    }
  end

  private

  # 81:3,82:4+5 as loads with their drivers
  def locks(text) =
    text
      .split(",")
      .map do |part|
        part
          .split(":")
          .then { |load, drivers| { load_id: load.to_i, driver_ids: drivers.split("+").map(&:to_i) } }
      end

  def of(driver_id) =
    @crews.all.find { |crew| crew.key.include?(driver_id) } || raise(Store::NotFound.new("driver", driver_id))
  def ranking(fits) = { as_of: @now.iso8601, rows: fits.map { |fit| fit(fit) } }
  def dollars(cents) = Money.text(cents)
  def miles(tenths) = Money.rate_text(BigDecimal(tenths) / 10, places: 1)

  def fit(fit)
    money = fit.judgement.money
    {
      load: load(fit.load),
      crew: crew(fit.crew, fit.slot),
      joins: fit.joins && { trip_id: fit.joins[:trip_id], trip: fit.joins[:trip][:number] },
      verdict: fit.judgement.verdict,
      reasons: fit.judgement.reasons.map(&:to_h),
      deadhead_miles: miles(fit.deadhead_tenths),
      deadhead_minutes: fit.deadhead_minutes,
      loaded_miles: miles(money.loaded_tenths),
      begins_at: fit.begins.iso8601,
      ends_at: fit.ends.iso8601,
      zone: fit.load.stops.last[:zone],
      late_minutes: fit.late_minutes,
      slack_minutes: fit.slack_minutes,
      tractor: fit.tractor&.slice(:id, :number),
      trailer:
        fit.trailer &&
          { id: fit.trailer[:id], number: fit.trailer[:number], kind: fit.trailer[:trailer_kind] },
      money: {
        **%i[revenue fuel tolls pay other profit].to_h { |name| [name, dollars(money.public_send(name))] },
        per_mile: money.per_mile && dollars(money.per_mile),
        per_day: money.per_day && dollars(money.per_day)
      }
    }
  end

  # The ribbon of a fit: what is recorded, the trips before it, and its own plan.
  def plan(fit)
    question, partner = fit.slot.questions
    plan = Core::Hours.plan(question, fit.trip, rules: HoursRules.named(question.rules), partner:)
    now = @now.to_i / 60
    before, after =
      question
        .stretches
        .select { |stretch| stretch.to > now - RECORDED_MINUTES }
        .partition { |stretch| stretch.to <= now }
    stretch = ->(one) do
      { status: one.status, from: question.days.iso(one.from), to: question.days.iso(one.to) }
    end
    {
      recorded: before.map(&stretch),
      planned: [*after, *plan.pieces].map(&stretch),
      sentences: plan.reasons.map(&:last)
    }
  end

  def load(load)
    @shown[load.row[:id]] ||= begin
      row = load.row
      shown =
        row.slice(
          :id,
          :number,
          :version,
          :customer,
          :origin,
          :destination,
          :pickup_zone,
          :delivery_zone,
          :trailer_kind
        )
      shown.merge(
        pickup_at: row[:pickup_at]&.iso8601,
        delivery_at: row[:delivery_at]&.iso8601,
        miles: row[:miles] && Money.rate_text(row[:miles], places: 1),
        total: Money.text(Money.cents(row[:total])),
        what: what(load)
      )
    end
  end

  def what(load)
    pounds = load.fit.weight_lb && "#{load.fit.weight_lb.to_s.reverse.scan(/\d{1,3}/).join(",").reverse} lb"
    [
      pounds,
      ("tarps" if load.row[:tarps]),
      ("team" if load.row[:team_needed]),
      ("hazmat" if load.hazmat),
      ("partial" if load.row[:size] == "partial")
    ].compact.join(", ")
  end

  def crew(crew, slot)
    @shown[[crew.key, slot.at]] ||= begin
      first = crew.drivers.first
      left_minutes, cycle_minutes = @crews.left(slot)
      @units ||= @crews.units.to_h { |unit| [unit[:id], unit] }
      {
        id: first[:id],
        driver_ids: crew.key,
        name: crew.name,
        terminal: first[:terminal],
        dispatcher: first[:dispatcher],
        dispatcher_id: first[:dispatcher_id],
        free_at: slot.at.iso8601,
        zone: first[:zone],
        place: "#{slot.place[:town]}, #{slot.place[:state]}",
        after_load: slot.after&.dig(:load, :number),
        idle: crew.slots.one?,
        left_minutes:,
        cycle_minutes:,
        trouble: trouble(crew),
        preferences: crew.drivers.map { |row| row[:preferences] }.reject(&:empty?).join("; "),
        tractor: @units.dig(crew.tractor_id, :number),
        tractor_id: crew.tractor_id,
        trailer: @units.dig(crew.trailer_id, :number),
        trailer_kind: @units.dig(crew.trailer_id, :trailer_kind)
      }
    end
  end

  def trouble(crew)
    return "No record of hours" if crew.known.any?(&:nil?)

    crew.silent && "Last heard #{crew.silent / 60} h #{crew.silent % 60} min ago"
  end
end
