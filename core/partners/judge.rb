# frozen_string_literal: true

# Judges one partner for one load: what forbids to give it, and what practitioners look at twice.
class Core::Partners::Judge
  def initialize(partner, freight, rules, as_of, today)
    @partner = partner
    @freight = freight
    @rules = rules
    @as_of = as_of
    @today = today
  end

  def findings
    [
      *standing,
      *authority,
      *insurance,
      *papers,
      *equipment,
      *Core::Partners::Fraud.findings(@partner, @rules, @today),
      *ours
    ].compact
  end

  private

  def block(code, text) = Core::Partners::Finding.new(code:, effect: "block", text:)
  def warn(code, text) = Core::Partners::Finding.new(code:, effect: "warn", text:)
  def registered = @partner.registered
  def name = @partner.name

  def standing
    [
      (block("stopped", "#{name} gets nothing from us: #{@partner.stopped_why}") if @partner.stopped_why),
      (block("no_agreement", "#{name} has not signed our agreement.") if @partner.agreement_on.nil?)
    ]
  end

  def authority
    return [block("not_checked", "The register was never asked about #{name}.")] if @partner.checked_at.nil?

    old =
      if @partner.checked_at < @as_of - Core::Partners::CHECK_SECONDS
        block("check_old", "The register was last asked about #{name} more than a day ago: ask again.")
      end
    return old, block("unknown", "The register does not know #{name}'s authority number.") if registered.nil?

    [old, *active, *rating]
  end

  def active
    if registered.authority != "active"
      return [block("authority", "#{name}'s authority is #{registered.authority}.")]
    end

    days = registered.since_on ? (@today - registered.since_on).to_i : 0
    return [] if days >= @rules.authority_days

    [
      warn(
        "young_authority",
        "#{name}'s authority is #{count(days, "day")} old; we look twice under #{@rules.authority_days}."
      )
    ]
  end

  def rating
    case registered.safety_rating
    when "unsatisfactory"
      [block("unsatisfactory", "#{name} is rated unsatisfactory: it may not haul (49 CFR 385.13).")]
    when "conditional"
      [warn("conditional", "#{name}'s safety rating is conditional.")]
    else
      []
    end
  end

  def insurance = leasts.flat_map { |kind, (cents, why)| lapses(kind) || short(kind, cents, why) }

  # What each kind must at least be for this load, and why so much.
  def leasts
    auto = [@rules.auto_least_cents, "our rule"]
    federal = @rules.law.fetch(@freight.hazmat ? :hazardous_cents : :general_cents)
    auto = [federal, "49 CFR 387.9"] if federal > auto.first
    cargo = [@rules.cargo_least_cents, "our rule"]
    cargo = [@freight.value_cents, "what the freight is worth"] if @freight.value_cents.to_i > cargo.first
    general = @rules.general_least_cents
    {
      "auto_liability" => auto,
      "cargo" => cargo,
      **(general ? { "general_liability" => [general, "our rule"] } : {})
    }
  end

  # A certificate says what was; the register says what an insurer has taken back since: both must hold. Several of a
  # kind follow each other, or stand beside each other.
  def lapses(kind)
    first_on, last_on = @freight.first_on || @today, @freight.last_on || @today
    said = Core::Partners::INSURANCES.fetch(kind)
    sides(kind)
      .filter_map do |where, policies|
        next none(kind, where, said) if policies.empty?

        day = (first_on..last_on).find { |one| policies.none? { |policy| covers?(policy, one) } } or next
        block(
          "#{kind}_lapses",
          "#{said}: by the #{where} nothing is in force on #{Core::Spoken.date(day)}" \
            "#{trip_says(day, first_on, last_on)}."
        )
      end
      .then { |found| found.empty? ? nil : found }
  end

  # Insurers file auto liability with the register (49 CFR 387.313), and of the other kinds only some.
  def sides(kind)
    filed = of(kind, registered&.insurances.to_a)
    counts = filed.any? || (kind == "auto_liability" && registered)
    { "certificate" => of(kind, @partner.insurances), **(counts ? { "register" => filed } : {}) }
  end

  def none(kind, where, said)
    return block("no_#{kind}", "#{said}: #{name} has no certificate on file.") if where == "certificate"

    block("#{kind}_not_filed", "#{said}: by the register no insurer has filed any (49 CFR 387.313).")
  end

  def short(kind, least_cents, why)
    days = ((@freight.first_on || @today)..(@freight.last_on || @today))
    most = sides(kind).values.flat_map { |policies| days.map { |day| limit_on(policies, day) } }.min
    return [] if most >= least_cents

    said = Core::Partners::INSURANCES.fetch(kind)
    in_force, wanted = [most, least_cents].map { |cents| Core::Spoken.dollars(cents) }
    [block("#{kind}_limit", "#{said}: #{in_force} is in force, #{wanted} is wanted (#{why}).")]
  end

  def of(kind, policies) = policies.select { |policy| policy.kind == kind }
  def covers?(policy, day) = policy.from_on <= day && day < policy.expires_on
  def limit_on(policies, day) = policies.select { |one| covers?(one, day) }.map(&:limit_cents).max || 0

  def trip_says(day, first_on, last_on)
    return "" if first_on == last_on

    day == first_on ? ", when the trip begins" : ", day #{(day - first_on).to_i + 1} of the trip"
  end

  def papers
    [(warn("no_w9", "#{name}'s W-9 is not on file: nothing can be paid.") if @partner.w9_on.nil?)]
  end

  def equipment
    kind = @freight.trailer_kind
    known = @partner.trailer_kinds
    [
      if kind && known.any? && !known.include?(kind)
        warn("equipment", "#{name} has no #{kind.tr("_", " ")} on its record.")
      end,
      (warn("permits", "It has a permit file: #{name} needs permits in its own name.") if @freight.oversize)
    ]
  end

  # 49 USC 13901(c): a carrier that gives freight to another needs a broker's authority of its own.
  def ours
    return [] unless @rules.broker_number.empty?

    [
      warn(
        "no_broker_number",
        "Our own broker authority number is not on file: write it into the partners' rules."
      )
    ]
  end

  def count(number, what) = "#{number} #{what}#{"s" unless number == 1}"
end
