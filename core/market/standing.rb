# frozen_string_literal: true

# Whether a poster may broker freight, and is likely to pay for it.
module Core::Market::Standing
  # 49 U.S.C. 13904 and 13906(b), 49 CFR 387.307: a broker needs an active registration and a bond of 75,000 dollars.
  BOND_DOLLARS = 75_000
  BOND_SOURCE = "49 CFR 387.307"
  AUTHORITY_SOURCE = "49 U.S.C. 13904"
  # Common practice: under this score, and over these days, a dispatcher asks somebody first.
  CREDIT_SCORE = 60
  DAYS_TO_PAY = 45
  PRACTICE = "common practice"

  # poster - Core::Market::Poster, nil for one who is in no register; effects - what the company has a rule do, by code,
  # where that is not the usual: block, warn or off
  def self.reasons(poster, effects)
    found(poster)
      .map { |reason| reason.with(effect: effects.fetch(reason.code, reason.effect)) }
      .reject { |reason| reason.effect == "off" }
  end

  def self.found(poster)
    if poster.nil?
      return [
        reason("poster_unknown", "block", "Who posts this is in no register of brokers.", AUTHORITY_SOURCE)
      ]
    end

    [authority(poster), bond(poster), credit(poster), days(poster)].compact
  end

  def self.authority(poster)
    return if poster.authority == "active"

    reason(
      "authority_not_active",
      "block",
      "#{poster.name}’s broker authority is #{poster.authority}.",
      AUTHORITY_SOURCE
    )
  end

  def self.bond(poster)
    return if poster.bond_dollars >= BOND_DOLLARS

    has =
      poster.bond_dollars.zero? ? "no bond" : "a bond of #{Core::Spoken.dollars(poster.bond_dollars * 100)}"
    reason(
      "bond_missing",
      "block",
      "#{poster.name} has #{has}: #{Core::Spoken.dollars(BOND_DOLLARS * 100)} are due.",
      BOND_SOURCE
    )
  end

  def self.credit(poster)
    if poster.credit_score.nil?
      reason("credit_unknown", "warn", "#{poster.name} has no credit score yet.", PRACTICE)
    elsif poster.credit_score < CREDIT_SCORE
      reason(
        "credit_low",
        "warn",
        "#{poster.name}’s credit score is #{poster.credit_score} of 100.",
        PRACTICE
      )
    end
  end

  def self.days(poster)
    return unless poster.days_to_pay && poster.days_to_pay > DAYS_TO_PAY

    reason("pays_late", "warn", "#{poster.name} pays after #{poster.days_to_pay} days.", PRACTICE)
  end

  def self.reason(code, effect, text, source) = Core::Market::Reason.new(code:, effect:, text:, source:)
  private_class_method :found, :authority, :bond, :credit, :days, :reason
end
