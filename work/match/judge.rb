# frozen_string_literal: true

# Holds crews against loads: the roads between them, the hours, the equipment, the money.
class Work::Match::Judge
  # A judged pair. slot - where the crew comes from; trailer - unit row or nil; pool - the units of which any
  # would do as well, or nil
  # fetched_at - row of the place where the trailer is fetched on the way, or nil
  # joins - row of the trip of the crew's that the load would join, nil where it has one to itself
  Fit =
    Value.of(
      :crew,
      :load,
      :slot,
      :tractor,
      :trailer,
      :pool,
      :deadhead_tenths,
      :deadhead_minutes,
      :fetched_at,
      :begins,
      :ends,
      :late_minutes,
      :slack_minutes,
      :at_least,
      :trip,
      :joins,
      :judgement
    )

  T = Core::Match::Trailers
  BEST = :best
  RANK = { "fits" => 0, "tight" => 1, "late" => 2, "blocked" => 3 }.freeze

  def initialize(now, crews: Work::Match::Crews.at(now))
    @now = now
    @crews = crews
    settings = Store::Match.settings
    @company =
      Core::Fit::Company.new(
        **settings.slice(:fuel_price, :cost_per_mile, :cost_per_day, :margin_minutes),
        effects: Store::Match.effects
      )
    @units = crews.units.to_h { |row| [row[:id], row] }
    @fit_units = Work::Match::FitUnits.new
    @ways = Work::Match::Ways.new
    laid = {}.compare_by_identity
    @lay = ->(pieces, room) { (laid[pieces] ||= {})[room] ||= Core::Freight.lay(pieces, room) }
    @service = Work::Hours::Service.new
  end

  # A crew picked by hand, or nil for drivers nobody knows. chosen - { driver_ids:, tractor_id:, trailer_id: }
  # suggest - with what the crew has, and the trailer that suits best
  def self.chosen(load, chosen, now, exact: false, suggest: false)
    crews = Work::Match::Crews.at(now)
    units = suggest ? crews.units_of(chosen[:driver_ids].first) : chosen.slice(:tractor_id, :trailer_id)
    crew = units && crews.made_of(chosen[:driver_ids], **units) or return
    new(now, crews:).judge(crew, load, trailer_id: suggest ? BEST : chosen[:trailer_id], exact:)
  end

  # Best first: the blocked last, then by profit; a partial on trips of its own and on those it could join.
  def rank(crews, loads)
    know_stays(loads)
    joining = Work::Match::Joining.new(self)
    fits =
      crews.product(loads).map { |crew, load| judge(crew, load) } +
        loads.flat_map { |load| joining.of(crews, load) }
    fits.sort_by { |fit| [RANK[fit.judgement.verdict], -fit.judgement.money.profit] }
  end

  # slot - from where, if not from where the crew's trips leave it; trailer_id - nil for none, if not the one
  #        that suits best; exact - all by a plan, where a glance would do for a list
  def judge(crew, load, slot: nil, trailer_id: BEST, exact: false)
    slot ||= load.from ? crew.slot(load.from) : crew.slots.last
    tractor = @units[crew.tractor_id]
    trailer, pool = trailer_id == BEST ? trailer_for(crew, slot, load) : [@units[trailer_id], nil]
    fetched_at = @ways.fetched_at(slot, trailer, load)
    deadhead = @ways.empty(slot, fetched_at, load, exact:)
    hours = hours(crew, slot, permitted(load, stops(load.stops, deadhead.minutes)), exact:)
    run = run(crew, slot, load, deadhead, hours)
    made(crew, load, slot, tractor, trailer, deadhead, hours, run, pool:, fetched_at:)
  end

  # The load beside what a trip carries already. together - Work::Match::Joining::Together
  def joined(crew, load, together, exact: false)
    to_first = @ways.reach(together.stops.first, together.slot.place)
    hours = hours(crew, together.slot, stops(together.stops, to_first.minutes, known: false), exact:)
    extra = Core::Roads::Fan::Reach.new(tenths: 0, minutes: 0)
    legs =
      together
        .mine(load.row[:id])
        .map do |leg|
          Core::Fit::Leg.new(
            from: leg.from,
            to: leg.to,
            **leg.aboard.to_h.slice(:weight_lb, :volume_cuft, :pieces)
          )
        end
    made(
      crew,
      load.with(fit: load.fit.with(legs:)),
      together.slot,
      @units[together.tractor_id],
      @units[together.trailer_id],
      extra,
      hours,
      run_beside(crew, load, together, hours, to_first),
      joins: together.row
    )
  end

  # Reads how long trucks stay at the stops of many loads at once.
  def know_stays(loads) = @service.read(loads.flat_map(&:stops))

  # Takes the way of a stop from a place that was found already.
  def know_way(stop, place, reach) = @ways.know(stop, place, reach)

  # Is there a trailer with which the crew could take the load?
  def trailer?(crew, load) = !trailer_for(crew, crew.slots.last, load).first.nil?

  # Where a crew is, and with what hours, after a load that it was judged for.
  def slot_after(fit)
    question, partner = fit.slot.questions
    plan =
      Core::Hours.plan(question, fit.trip, rules: HoursRules.named(question.rules), partner:, advice: false)
    ends = plan.finish_at || (fit.ends.to_i / 60)
    questions =
      fit
        .slot
        .questions
        .zip([plan.pieces, plan.partner_pieces])
        .map { |one, pieces| Work::Match::Crews.worked(one, pieces || [], ends) }
    Work::Match::Crews::Slot.new(
      place: fit.load.stops.last,
      at: Time.at(ends * 60).utc,
      questions:,
      after: nil,
      trailer_ids: [fit.trailer].compact.map { |unit| unit[:id] }
    )
  end

  private

  # The unit's row and, where any of several would do as well, all their rows.
  def trailer_for(crew, slot, load)
    wanted = wanted(load)
    own = trailers[crew.trailer_id]
    chosen = T.choose(own, pools(load, wanted), wanted, @ways.point(slot.place))
    return nil, nil if chosen.nil?
    return @units[chosen.id], nil if chosen.equal?(own)

    rows = chosen.trailers.map { |one| @units[one.id] }
    [rows.first, rows]
  end

  def wanted(load) =
    T::Wanted.new(
      kind: load.fit.trailer_kind,
      reefer: load.fit.reefer,
      pickup: @ways.point(load.stops.first),
      from: load.from,
      to: load.to
    )

  def pools(load, wanted) = (@pools ||= {})[load.row[:id]] ||= T.pools(trailers.values, wanted)

  def trailers
    @trailers ||=
      begin
        hooked = @crews.all.to_h { |crew| [crew.trailer_id, true] }
        @units
          .values
          .select { |unit| unit[:kind] == "trailer" }
          .to_h { |unit| [unit[:id], trailer(unit, hooked[unit[:id]] || false)] }
      end
  end

  def trailer(unit, hooked) =
    T::Trailer.new(
      id: unit[:id],
      kind: unit[:trailer_kind],
      place: unit[:stands] && @ways.point(unit[:stands]),
      held: unit[:held].map { |held| [held[:during].begin, held[:during].end] },
      leaves:
        unit[:held].filter_map { |held| held[:leaves] && [held[:during].end, @ways.point(held[:leaves])] },
      hooked:
    )

  # [Core::Fit::Hours, the instant of the end, Core::Hours::Trip]
  def hours(crew, slot, stops, exact:)
    trip = Core::Hours::Trip.new(stops:, split_rest: false, waiting_status: "off_duty")
    answer =
      Core::Match::CrewHours.of(
        slot.questions,
        trip,
        rules: rules(slot),
        glance: slot.questions.one? ? @crews.glance(slot) : nil,
        enough_minutes: @company.margin_minutes,
        exact:
      )
    doubt = doubt(crew)
    found =
      Core::Fit::Hours.new(
        verdict: doubt ? nil : answer.verdict,
        slack: answer.slack_minutes,
        late: answer.late_minutes,
        at_least: !answer.certain || !doubt.nil?,
        stale: crew.silent,
        sentence: doubt&.text
      )
    [found, answer.ends, trip]
  end

  def rules(slot) = HoursRules.named(slot.questions.first.rules)

  # The worst that is known of any of its drivers.
  def doubt(crew)
    known_since = crew.known.any?(&:nil?) ? nil : crew.known.max
    Core::Hours::Doubt.of(known_since, @now, whose: "#{crew.name}'s")
  end

  # known - are the minutes that the rows hold those from the stop before?
  def stops(rows, first_minutes, known: true)
    rows.each_with_index.map do |row, i|
      opens, closes = row[:from_at], row[:to_at] || row[:from_at]
      Core::Hours::TripStop.new(
        name: "#{row[:town]}, #{row[:state]}",
        drive_minutes:
          i.zero? ? first_minutes : (row[:leg_minutes] if known) || @ways.reach(rows[i - 1], row).minutes,
        service_minutes: @service.minutes(row),
        opens: opens && (opens.to_i / 60),
        closes: closes && (closes.to_i / 60),
        drive_windows: nil
      )
    end
  end

  # Once it is aboard, a load with permits moves only when they let it.
  def permitted(load, stops)
    @files ||= Store::Permits.loads_with_file.to_h { |load_id| [load_id, true] }
    return stops unless @files[load.row[:id]]

    @windows ||= {}
    windows =
      @windows.fetch(load.row[:id]) { |load_id| @windows[load_id] = Work::Permits::Windows.of(load_id, @now) }
    if windows
      stops.each_with_index.map do |stop, i|
        i.zero? ? stop : stop.with(**windows.of_leg(i, stop.drive_minutes))
      end
    else
      stops
    end
  end

  def run(crew, slot, load, deadhead, (hours, ends, _))
    loaded = ((load.row[:miles] || 0) * 10).to_i
    taken = load.from && crew.taken(load.from, load.to)
    begins = [slot.at.to_i / 60, load.from ? (load.from.to_i / 60) - deadhead.minutes : 0].max
    Core::Fit::Run.new(
      taken: taken && said(taken),
      hours:,
      home_on: home_on(crew, load, ends),
      deadhead_tenths: deadhead.tenths,
      loaded_tenths: loaded,
      minutes: [ends - begins, 0].max,
      tolls: tolls(load),
      pay: pay(crew, load, deadhead.tenths, loaded)
    )
  end

  # What the load adds to a trip: its miles, stops and time; and whether the crew is on the next trip by then.
  def run_beside(crew, load, together, (hours, ends, _), to_first)
    before = together.row[:trip]
    miles = [
      together.miles + (BigDecimal(to_first.tenths) / 10) - before[:loaded_miles] - before[:empty_miles],
      0.to_d
    ].max
    tenths = (miles * 10).to_i
    taken = together.next && ends * 60 > together.next[:during].begin.to_i ? said(together.next) : nil
    Core::Fit::Run.new(
      taken:,
      hours:,
      home_on: home_on(crew, load, ends),
      deadhead_tenths: 0,
      loaded_tenths: tenths,
      minutes: [ends - (together.done.at.to_i / 60), 0].max,
      tolls: 0,
      pay:
        pay(crew, load, 0, tenths, stop_count: together.stops.length) -
          pay(crew, load, 0, 0, stop_count: together.stops.length - load.stop_count, tarped: false)
    )
  end

  def made(
    crew,
    load,
    slot,
    tractor,
    trailer,
    deadhead,
    (found, ends, trip),
    run,
    pool: nil,
    joins: nil,
    fetched_at: nil
  )
    Fit.new(
      crew:,
      load:,
      slot:,
      tractor:,
      trailer:,
      pool:,
      deadhead_tenths: deadhead.tenths,
      deadhead_minutes: deadhead.minutes,
      fetched_at:,
      begins: slot.at,
      ends: Time.at(ends * 60).utc,
      **by_hours(found),
      trip:,
      joins:,
      judgement: judgement(crew, load, tractor, trailer, run)
    )
  end

  def judgement(crew, load, tractor, trailer, run)
    units = { tractor: @fit_units.of(tractor), trailer: @fit_units.of(trailer) }
    Core::Fit.judge(
      Core::Fit::Crew.new(drivers: crew.people, **units),
      dated(load),
      run,
      @company,
      rules: FitRules.all,
      figures: FitRules.figures,
      lay: @lay
    )
  end

  def by_hours(found) = { late_minutes: found.late, slack_minutes: found.slack, at_least: found.at_least }

  def said(row) =
    if row[:load]
      "#{row[:load][:number]} (#{row[:load][:origin]} → #{row[:load][:destination]})"
    else
      "another trip"
    end

  # Nil where nobody is promised to be home.
  def home_on(crew, load, ends)
    return unless crew.drivers.any? { |row| row[:home_by] }

    Core::Match::Home.on(
      ends,
      @ways.reach(load.stops.last, crew.drivers.first).minutes,
      zone: TZInfo::Timezone.get(crew.drivers.first[:zone]),
      rules: HoursRules.named(crew.drivers.first[:hours_rules])
    )
  end

  # Of the loaded legs, in cents.
  def tolls(load) =
    (@tolls ||= {})[load.row[:id]] ||= load.row[:toll_cents] ||
      load
        .stops
        .each_cons(2)
        .sum { |from, to| Money.cents(Store::Roads::Leg.new(from, to, hazmat: load.hazmat).tolls) }

  # By the driver's own plan; a team's shares add up to one.
  def pay(crew, load, deadhead_tenths, loaded_tenths, stop_count: load.stop_count, tarped: load.row[:tarps])
    Core::Pay::ToCome.cents(
      Core::Pay::ToCome::Work.new(
        loaded_tenths:,
        empty_tenths: deadhead_tenths,
        line_haul_cents: Money.cents(load.row[:line_haul] || 0),
        fuel_surcharge_cents: Money.cents(load.row[:fuel_surcharge] || 0),
        weight_lb: load.fit.weight_lb || 0,
        stop_count:,
        tarped:
      ),
      crew.plan && Store::Pay::Plan.to_core(crew.plan, BigDecimal(100))
    )
  end

  # Without times, the days that can be judged are today's.
  def dated(load) = load.fit.timed ? load.fit : load.fit.with(days: [@now.to_date, @now.to_date])
end
