# frozen_string_literal: true

# May this crew take this load, should it, and what does it earn? One judgement, with its reasons.
#
# Instants are whole minutes since 1970 as in Core::Hours; money is whole cents.
module Core::Fit
  # drivers - Array of Person; tractor, trailer - Unit or nil
  Crew = Value.of(:drivers, :tractor, :trailer)
  # home_by - Date promised, or nil; forbidden_states - Array of states; days_off - Array of [first Date, last
  #           Date, why]
  # papers - Array of Paper, licence and medical card among them
  Person = Value.of(:name, :licence_class, :hazmat, :home_by, :forbidden_states, :days_off, :papers)
  # expires_on - Date, nil where there is none on file
  Paper = Value.of(:kind, :expires_on)
  # tare_lb - empty, nil where nobody weighed it; registered_lb - gross that a tractor is registered for, or nil
  # service_left_miles - to the next service by miles, negative when it is past, nil where there is none
  # tarps - does it carry tarps? nil where nobody says; lengths in inches, weights in pounds; active - [first
  #         Date or nil, last Date or nil]; stands - is it known where it stands?
  Unit =
    Value.of(
      :number,
      :kind,
      :trailer_kind,
      :capacity_lb,
      :capacity_cuft,
      :inner_length_in,
      :tare_lb,
      :miles_per_gallon,
      :service_due_on,
      :service_left_miles,
      :active,
      :papers,
      :stands,
      :tarps,
      :registered_lb
    )
  # What of a load matters. days - [first Date, last Date] of the trip; states - on the way; revenue - cents
  # weight_lb, volume_cuft, width_in, height_in - of the freight, nil where not known; pieces - Array of
  # Core::Freight::Deck::Piece; tarps - is it to be tarped?
  # divisible - can it be divided into lighter loads (Fit.divisible?)?
  # legs - Array of Leg where it goes beside other partials, empty where it goes alone
  Load =
    Value.of(
      :trailer_kind,
      :weight_lb,
      :volume_cuft,
      :pieces,
      :width_in,
      :height_in,
      :hazmat,
      :reefer,
      :team_needed,
      :timed,
      :days,
      :states,
      :revenue,
      :tarps,
      :divisible,
      :legs
    )
  # A leg of a shared trip. from, to - towns; weight_lb, volume_cuft, pieces - of all that is aboard on it, nil where
  # nobody says
  Leg = Value.of(:from, :to, :weight_lb, :volume_cuft, :pieces)
  # How the crew would do it. taken - what it is on at those times, or nil; hours - Hours; home_on - Date it
  # would be home again, or nil
  # deadhead_tenths, loaded_tenths - of a mile; minutes - from setting out to the end; tolls, pay - cents
  Run = Value.of(:taken, :hours, :home_on, :deadhead_tenths, :loaded_tenths, :minutes, :tolls, :pay)
  # verdict - fits, late, impossible, or nil for not known; slack, late - minutes; stale - minutes since the
  #           driver was heard from, nil while that is no matter
  Hours = Value.of(:verdict, :slack, :late, :at_least, :stale, :sentence)
  # fuel_price, cost_per_mile, cost_per_day - dollars (BigDecimal); margin_minutes - slack under which a fit
  # is tight
  # effects - Hash of code to block, warn or off
  Company = Value.of(:fuel_price, :cost_per_mile, :cost_per_day, :margin_minutes, :effects)
  # code, effect, text - a sentence to read out; source - of the rule
  Reason = Value.of(:code, :effect, :text, :source)
  # verdict - fits, tight, late or blocked; money - Money of the run; gross - Gross with the most that is ever
  #           aboard, nil where nobody says what the freight weighs
  Judgement = Value.of(:verdict, :reasons, :money, :gross)

  # 23 U.S.C. 127(a), 23 CFR 658.17(b): on the Interstates.
  LEGAL_GROSS_LB = 80_000

  # A tractor that nobody has measured: common practice.
  USUAL_MILES_PER_GALLON = BigDecimal("6.5")

  # Dollars (Rational) that a mile costs a tractor by the company's figures: fuel, and what the company counts for it.
  # miles_per_gallon - of the tractor, nil where nobody measured it
  def self.mile_cost(miles_per_gallon, fuel_price:, cost_per_mile:) =
    (fuel_price.to_r / (miles_per_gallon || USUAL_MILES_PER_GALLON).to_r) + cost_per_mile.to_r

  # A line of freight, as far as dividing it matters. sized - does somebody say how wide or high it is, or
  # which one it is by its serial number?
  Line = Value.of(:pieces, :sized)

  # Returns Judgement.
  #
  # rules - Array of { code:, effect:, title:, source: } (data/fit/rules.yml); figures - { weights:, decks: }
  #         (data/fit/weights.yml, decks.yml); lay - lays pieces out in a room as Core::Freight.lay does: a caller
  #         that judges many crews for one load need not do it anew for each
  def self.judge(crew, load, run, company, rules:, figures:, lay: Core::Freight.method(:lay)) =
    Judge.new(crew, load, run, company, rules, figures, lay).judgement

  # The deck of a trailer, as freight is laid out on it. kind - or nil; length_in - inside, or nil; decks - Hash.
  # Returns Core::Freight::Deck::Room, nil where nobody knows how long or of what kind it is.
  def self.room(kind, length_in, decks) =
    kind && length_in && Core::Freight::Deck::Room.new(length_in:, **decks.fetch(kind.to_sym))

  # The verdict of hours with time to spare: what fits by less than the company's margin is tight.
  #
  # verdict - fits, late or impossible; slack_minutes - or nil; returns one of them or tight
  def self.hours_verdict(verdict, slack_minutes, margin_minutes) =
    verdict == "fits" && slack_minutes && slack_minutes < margin_minutes ? "tight" : verdict

  # Can the freight be divided into lighter loads? More than one piece can. One piece cannot, nor can what is
  # described as one and not counted; what is neither (bulk, "produce") can.
  # Source: 23 CFR 658.5, "nondivisible load".
  #
  # lines - Array of Line
  def self.divisible?(lines)
    return true if lines.length > 1

    lines.any? { |line| line.pieces ? line.pieces > 1 : !line.sized }
  end

  # A VIN's check digit. Returns nil where it is right, else what is wrong, to read out. Source: 49 CFR
  # 565.15(c).
  def self.vin_trouble(vin) = Vin.new(vin).trouble
end
