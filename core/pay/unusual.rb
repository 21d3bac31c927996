# frozen_string_literal: true

# What about a trip's earnings a clerk should look at before they are paid.
module Core::Pay::Unusual
  # pay_cents - of the trip; usual_cents - the driver's median a trip, nil where there are too few; miles,
  #             odometer_miles - BigDecimal, the latter nil
  # where it is not told; rate_from - Date since when its plan is in force; loads_before - numbers of its
  # loads that another trip of the same driver was paid for
  Facts =
    Core::Value.of(
      :pay_cents,
      :usual_cents,
      :miles,
      :odometer_miles,
      :rate_from,
      :period,
      :loads_before,
      :dwell_minutes
    )

  TIMES_USUAL = 2
  # Odometer and route differ by so much: common practice.
  ODOMETER_PERCENT = 10
  ODOMETER_MILES = 25
  # Longer at one dock is rarely true: common practice.
  LONG_DWELL_MINUTES = 8 * 60

  # Array of sentences, empty where nothing is.
  def self.of(facts)
    [
      ("It pays nothing: see whether this driver has a rate." unless facts.pay_cents.positive?),
      (
        if facts.usual_cents&.positive? && facts.pay_cents > facts.usual_cents * TIMES_USUAL
          "It pays #{Core::Money.text(facts.pay_cents)}, more than twice what a trip of this driver " \
            "usually does (#{Core::Money.text(facts.usual_cents)})."
        end
      ),
      ("The odometer says #{facts.odometer_miles.to_i} miles, the way #{facts.miles.to_i}." if far?(facts)),
      (
        if facts.rate_from && facts.rate_from > facts.period.from && facts.rate_from <= facts.period.to
          "Its rate is new since #{facts.rate_from}."
        end
      ),
      *facts.loads_before.map { |number| "Load #{number} was paid to this driver on another trip." },
      *facts
        .dwell_minutes
        .select { |minutes| minutes > LONG_DWELL_MINUTES }
        .map { |minutes| "#{Core::Spoken.minutes(minutes)} at one stop." }
    ].compact
  end

  def self.far?(facts)
    return false if facts.odometer_miles.nil?

    apart = (facts.odometer_miles - facts.miles).abs
    apart > ODOMETER_MILES && apart * 100 > facts.miles * ODOMETER_PERCENT
  end
  private_class_method :far?
end
