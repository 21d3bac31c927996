# frozen_string_literal: true

# Finds every reason for and against a crew.
class Core::Fit::Judge
  # Which trailer does for which wish: common practice.
  DOES_FOR = {
    "dry_van" => %w[dry_van reefer],
    "flatbed" => %w[flatbed step_deck],
    "reefer" => %w[reefer],
    "step_deck" => %w[step_deck],
    "lowboy" => %w[lowboy]
  }.freeze
  CODES = {
    "licence" => "licence_expired",
    "medical_card" => "medical_expired",
    "registration" => "registration_expired",
    "annual_inspection" => "inspection_expired"
  }.freeze
  # Without a date of these on file nobody can say that a crew may go.
  NEEDED = {
    person: {
      "licence" => ["licence_missing", "date to which the licence is good"],
      "medical_card" => ["medical_missing", "medical card with its date"]
    },
    unit: {
      "registration" => ["registration_missing", "registration with its date"],
      "annual_inspection" => ["inspection_missing", "annual inspection with its date"]
    }
  }.freeze
  KIND = {
    "dry_van" => "dry van",
    "reefer" => "reefer",
    "flatbed" => "flatbed",
    "step_deck" => "step deck",
    "lowboy" => "lowboy"
  }.freeze

  def initialize(crew, load, run, company, rules, figures, lay)
    @crew = crew
    @load = load
    @run = run
    @company = company
    @weights = figures[:weights]
    @decks = figures[:decks]
    @lay = lay
    @rules = rules.to_h { |rule| [rule[:code], rule] }
    @reasons = []
  end

  def judgement
    money = Core::Fit::Money.of(@load, @run, @company, @crew.tractor)
    say("crew_taken", "On #{@run.taken} at those times.") if @run.taken
    @crew.drivers.each { |driver| person(driver) }
    say("team_needed", "The load needs a team.") if @load.team_needed && @crew.drivers.one?
    equipment
    sizes
    weights
    hours
    home
    if money.profit.negative?
      say("loses_money", "Costs #{Core::Spoken.dollars(-money.profit)} more than it earns.")
    end
    Core::Fit::Judgement.new(
      verdict:,
      reasons: @reasons.sort_by { |reason| reason.effect == "block" ? 0 : 1 },
      money:,
      gross:
    )
  end

  private

  def say(code, text)
    rule = @rules.fetch(code)
    effect = @company.effects.fetch(code, rule[:effect])
    @reasons << Core::Fit::Reason.new(code:, effect:, text:, source: rule[:source]) unless effect == "off"
  end

  def verdict
    return "blocked" if @reasons.any? { |reason| reason.effect == "block" }
    return "late" if @run.hours.late.positive?

    @reasons.any? ? "tight" : Core::Fit.hours_verdict("fits", @run.hours.slack, @company.margin_minutes)
  end

  def person(driver)
    first, last = @load.days
    unless driver.licence_class == "A"
      say("licence_class", "#{driver.name} has a class #{driver.licence_class} licence.")
    end
    say("hazmat_endorsement", "#{driver.name} has no hazmat endorsement.") if @load.hazmat && !driver.hazmat
    papers_of(driver.name, driver.papers, :person)
    barred = driver.forbidden_states & @load.states
    say("forbidden_place", "#{driver.name} does not go to #{barred.join(", ")}.") if barred.any?
    off = driver.days_off.find { |from, to, _| from <= last && to >= first }
    if off
      say(
        "day_off",
        "#{driver.name} is off #{day(off[0])} to #{day(off[1])}#{": #{off[2]}" unless off[2].empty?}."
      )
    end
  end

  def papers_of(whose, papers, holder)
    papers.each { |paper| paper_of(whose, paper, @load.days.last) }
    NEEDED
      .fetch(holder)
      .each do |kind, (code, what)|
        next if papers.any? { |paper| paper.kind == kind && paper.expires_on }

        say(code, "#{whose}: no #{what} on file.")
      end
  end

  # Every day of the trip counts, not only the first.
  def paper_of(whose, paper, last)
    return if paper.expires_on.nil? || paper.expires_on >= last

    over = paper.expires_on < @load.days.first
    say(
      CODES.fetch(paper.kind, "paper_expired"),
      "#{whose}: #{
        paper.kind.tr("_", " ")
      } #{over ? "expired" : "expires"} #{day(paper.expires_on)}#{", before the trip ends #{day(last)}" unless over}."
    )
  end

  def equipment
    say("no_tractor", "No tractor to drive.") if @crew.tractor.nil?
    trailer if @crew.trailer
    say("no_trailer", "No #{KIND[wanted] || "trailer"} to pull.") if @crew.trailer.nil?
    [@crew.tractor, @crew.trailer].compact.each { |unit| unit(unit) }
  end

  def wanted = @load.reefer ? "reefer" : @load.trailer_kind

  def trailer
    trailer = @crew.trailer
    if wanted && !DOES_FOR[wanted].include?(trailer.trailer_kind)
      say(
        "trailer_kind",
        "#{trailer.number} is a #{KIND[trailer.trailer_kind]}; the load wants a #{KIND[wanted]}."
      )
    end
    deck(trailer)
    over("trailer_weight", :weight_lb, trailer.capacity_lb) do |need, room|
      "#{pounds(need)}, and #{trailer.number} takes #{pounds(room)}"
    end
    over("trailer_volume", :volume_cuft, trailer.capacity_cuft) do |need, room|
      "#{need} cubic feet, and #{trailer.number} holds #{room}"
    end
    say("trailer_unplaced", "Nobody knows where #{trailer.number} stands.") unless trailer.stands
    if @load.tarps && [@crew.tractor, trailer].compact.all? { |unit| unit.tarps == false }
      say(
        "no_tarps",
        "The load is to be tarped, and neither " \
          "#{[@crew.tractor, trailer].compact.map(&:number).join(" nor ")} carries tarps."
      )
    end
  end

  # Laid out on the deck, leg by leg.
  def deck(trailer)
    room = Core::Fit.room(trailer.trailer_kind, trailer.inner_length_in, @decks) or return
    leg, layout = aboard.map { |one| [one, @lay.call(one.pieces, room)] }.find { |_, one| !one.fits? }
    return if layout.nil?

    with = ", with what is aboard from #{leg.from} to #{leg.to}" if @load.legs.any?
    say("trailer_length", "On #{trailer.number}#{with}: #{layout.trouble}")
  end

  # What is aboard: the load alone, or leg by leg with the others.
  def aboard = @load.legs.empty? ? [@load] : @load.legs

  # Says by how much the fullest leg is too full.
  def over(code, what, room)
    fullest = aboard.select(&what).max_by(&what)
    need = fullest&.public_send(what)
    return unless need && room && need > room

    say(
      code,
      "#{yield(need, room)}#{", with what is aboard from #{fullest.from} to #{fullest.to}" if @load.legs.any?}."
    )
  end

  def unit(unit)
    first, last = @load.days
    papers_of(unit.number, unit.papers, :unit)
    if unit.service_due_on && unit.service_due_on <= last
      say("service_due", "#{unit.number} is due for service #{day(unit.service_due_on)}.")
    end
    service_by_miles(unit)
    from, to = unit.active
    if (from && from > first) || (to && to < last)
      say(
        "unit_not_active",
        "#{unit.number} is in service #{"from #{day(from)} " if from}#{"to #{day(to)}" if to}".strip << "."
      )
    end
  end

  def service_by_miles(unit)
    left = unit.service_left_miles or return
    miles = ((@run.deadhead_tenths + @run.loaded_tenths) / 10.0).round
    if left < miles
      say(
        "service_due",
        (
          if left.positive?
            "#{unit.number} is due for service in #{left} miles, and this takes #{miles}."
          else
            "#{unit.number} is #{-left} miles past its service."
          end
        )
      )
    end
  end

  def sizes
    found =
      Core::Fit::Oversize.of(
        width_in: @load.width_in,
        height_in: @load.height_in,
        trailer_kind: @crew.trailer&.trailer_kind,
        gross_lb: (gross.lb if gross && !divisible?)
      )
    found =
      found.map do |what, amount|
        {
          wide: -> { "#{feet(amount)} wide" },
          high: -> { "#{feet(amount)} high on the deck" },
          gross: -> { gross.text }
        }.fetch(what).call
      end
    say("permit_needed", "#{found.join(", ").capitalize}: permits are needed.") if found.any?
  end

  # A permit for weight is only given for what cannot be divided (23 CFR 658.17(e), 658.5).
  def weights
    return if gross.nil?

    if divisible? && gross.lb > Core::Fit::LEGAL_GROSS_LB
      over_lb = gross.lb - Core::Fit::LEGAL_GROSS_LB
      say(
        "overweight",
        "#{pounds(over_lb)} over #{pounds(Core::Fit::LEGAL_GROSS_LB)}, and the freight can be divided: " \
          "#{gross.text}."
      )
    end
    registered_lb = @crew.tractor&.registered_lb
    return unless registered_lb && gross.lb > registered_lb

    say(
      "over_registered",
      "#{@crew.tractor.number} is registered for #{pounds(registered_lb)}: #{gross.text}."
    )
  end

  # Beside other loads there is always one that can be left.
  def divisible? = @load.divisible || @load.legs.any?

  def gross
    freight_lb = aboard.filter_map(&:weight_lb).max or return
    @gross ||=
      Core::Fit::Gross.of(
        freight_lb:,
        weights: @weights,
        tractor_lb: @crew.tractor&.tare_lb,
        trailer_lb: @crew.trailer&.tare_lb,
        trailer_kind: @crew.trailer&.trailer_kind || wanted,
        drivers: @crew.drivers.length
      )
  end

  def hours
    hours = @run.hours
    say("no_times", "The load has no appointments yet: judged without them.") unless @load.timed
    say("hours_stale", "The hours are #{length(hours.stale)} old.") if hours.stale
    say("hours_unknown", hours.sentence || "Nothing is known of these hours.") if hours.verdict.nil?
    say("hours_impossible", "There is no legal way to do it.") if hours.verdict == "impossible"
    # Late is late also where more hours are supposed than there may be.
    if hours.late.positive?
      say("hours_late", "Late by #{"at least " if hours.at_least}#{length(hours.late)}.")
    end
  end

  def home
    @crew.drivers.each do |driver|
      next unless driver.home_by && @run.home_on && @run.home_on > driver.home_by
      say(
        "home_missed",
        "#{driver.name} is to be home by #{day(driver.home_by)}, and would be #{day(@run.home_on)}."
      )
    end
  end

  def day(date) = Core::Spoken.day(date)
  def feet(inches) = Core::Roads.feet(inches)
  def pounds(weight) = Core::Spoken.pounds(weight)
  def length(minutes) = Core::Spoken.minutes(minutes)
end
