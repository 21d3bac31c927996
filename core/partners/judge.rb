# frozen_string_literal: true

# Judges one partner for one load: what forbids to give it, and what practitioners look at twice.
class Core::Partners::Judge
  # 49 CFR 387.9(1): general freight; (3): the hazardous classes that want most. What of it a load is, is for the permit
  # clerk: hazardous freight asks for the middle one, $1,000,000 of 387.9(2), at the least.
  FEDERAL_LEAST_CENTS = 75_000_000
  HAZMAT_LEAST_CENTS = 100_000_000

  def initialize(partner, freight, rules, as_of, today)
    @partner = partner
    @freight = freight
    @rules = rules
    @as_of = as_of
    @today = today
  end

  def findings
    [*standing, *authority, *insurance, *papers, *equipment, *fraud, *ours].compact
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
    federal = @freight.hazmat ? HAZMAT_LEAST_CENTS : FEDERAL_LEAST_CENTS
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

  # A certificate says what was; the register says what an insurer has taken back since: both must hold. Several of a kind
  # follow each other, or stand beside each other.
  def lapses(kind)
    first_on, last_on = @freight.first_on || @today, @freight.last_on || @today
    said = Core::Partners::INSURANCES.fetch(kind)
    filed = of(kind, registered&.insurances.to_a)
    sides = { "certificate" => of(kind, @partner.insurances), **(filed.any? ? { "register" => filed } : {}) }
    sides
      .filter_map do |where, policies|
        next block("no_#{kind}", "#{said}: #{name} has no certificate on file.") if policies.empty?

        day = (first_on..last_on).find { |one| policies.none? { |policy| covers?(policy, one) } } or next
        block(
          "#{kind}_lapses",
          "#{said}: by the #{where} nothing is in force on #{Core::Spoken.date(day)}#{trip_says(day, first_on, last_on)}."
        )
      end
      .then { |found| found.empty? ? nil : found }
  end

  def short(kind, least_cents, why)
    days = ((@freight.first_on || @today)..(@freight.last_on || @today))
    sides = [of(kind, @partner.insurances), of(kind, registered&.insurances.to_a)].reject(&:empty?)
    most = sides.flat_map { |policies| days.map { |day| limit_on(policies, day) } }.min
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

  # Freight is stolen in another's name: what changed just before a load, or does not agree with the register, is asked
  # about on a number that was known before. Common practice.
  def fraud
    from = @today - @rules.changed_days
    changed = { bank: @partner.bank_changed_on, address: @partner.address_changed_on }
    said =
      changed.filter_map do |what, on|
        changed_lately(what, on) if on && on >= from && on > @partner.taken_on_on
      end
    [*said, *differing]
  end

  def changed_lately(what, on)
    words = { bank: "bank account", address: "address, telephone or mail" }.fetch(what)
    warn(
      "#{what}_changed",
      "#{name}'s #{words} changed on #{Core::Spoken.date(on)}: ring them on a number that you knew before."
    )
  end

  def differing
    return [] if registered.nil?

    ours, theirs = digits(@partner.phone), digits(registered.phone)
    return [] if theirs.empty? || ours == theirs

    [warn("phone_differs", "#{name}'s telephone is not the one in the register, #{registered.phone}.")]
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

  def digits(text) = text.to_s.gsub(/\D/, "")[-10..] || text.to_s.gsub(/\D/, "")
  def count(number, what) = "#{number} #{what}#{"s" unless number == 1}"
end
