# frozen_string_literal: true

# What of a bill a person should look at before it goes: nothing of it stops the bill, and nothing goes by itself with it.
module Core::Billing::Unusual
  # lumpers - cents of receipts that drivers laid out, and that are charged on no load of their trips
  # charges - Array of Charge; usual - { code => cents in the middle } of what was billed before, for those that were often
  # enough; unauthorised - labels of detention that nobody of the customer's agreed to; changed - [Time, who] of the last
  # change of the price after the delivery, or nil; miles_tenths, driven_tenths - priced by and of the way, nil where the
  # price is not by the mile; confirmed_cents - as the customer's confirmation says, or nil; total_cents
  Facts =
    Core::Value.of(
      :lumpers,
      :charges,
      :usual,
      :unauthorised,
      :changed,
      :miles_tenths,
      :driven_tenths,
      :confirmed_cents,
      :total_cents
    )
  # act - what helps, or nil; cents - of what it is about, where the act wants it
  Finding =
    Core::Value.of(:code, :text, :act, :cents) do
      def self.of(code, text, act: nil, cents: nil) = new(code:, text:, act:, cents:)
    end

  # Ours: what is called twice the usual, and miles that are far from the way. Percent.
  TWICE_PERCENT = 200
  FAR_PERCENT = 10
  # What comes up on the road, and may stand in a confirmation or not.
  LATER = %w[detention layover lumper extra_stop not_used reconsignment].freeze
  # How many days back is looked, and at how many of a customer's charges of a kind; ours.
  LOOK_BACK_DAYS = 365
  LATEST = 40
  # How often something must have been billed before it is called usual; ours.
  OFTEN = 4

  # Array of Finding.
  def self.of(facts) =
    [*lumpers(facts), *confirmed(facts), *twice(facts), *unauthorised(facts), *changed(facts), *miles(facts)]

  # The middle of amounts that are often enough, or nil.
  def self.middle(cents)
    return if cents.length < OFTEN

    cents.sort[(cents.length - 1) / 2]
  end

  # Of receipts those for which there is no charge of the same amount: Array of cents.
  def self.uncharged(receipts, charged)
    left = charged.tally
    receipts.reject { |cents| left[cents].to_i.positive? && (left[cents] -= 1) }
  end

  def self.lumpers(facts) =
    facts.lumpers.map do |cents|
      text = "The driver laid out #{Core::Spoken.dollars(cents)} for a lumper, and it is not charged."
      Finding.of("lumper", text, act: "charge_lumper", cents:)
    end

  def self.confirmed(facts)
    later_cents = facts.charges.select { |charge| LATER.include?(charge.code) }.sum(&:cents)
    as_told = [facts.total_cents, facts.total_cents - later_cents]
    return [] if facts.confirmed_cents.nil? || as_told.include?(facts.confirmed_cents)

    confirmed, total = [facts.confirmed_cents, facts.total_cents].map { |cents| Core::Spoken.dollars(cents) }
    [Finding.of("confirmed", "Their confirmation says #{confirmed}, and this comes to #{total}.")]
  end

  def self.twice(facts)
    facts.charges.filter_map do |charge|
      usual = facts.usual[charge.code] or next
      next if charge.cents * 100 < usual * TWICE_PERCENT

      text =
        "#{charge.label} is #{Core::Spoken.dollars(charge.cents)}, and was #{Core::Spoken.dollars(usual)} as a rule."
      Finding.of("twice", text)
    end
  end

  def self.unauthorised(facts)
    facts.unauthorised.map do |label|
      Finding.of("unauthorised", "#{label}: nobody of theirs has agreed to it.", act: "ask_customer")
    end
  end

  def self.changed(facts)
    return [] if facts.changed.nil?

    [Finding.of("changed", "#{facts.changed.last} changed what it costs after it was delivered.")]
  end

  def self.miles(facts)
    miles, driven = facts.miles_tenths, facts.driven_tenths
    if miles.nil? || driven.nil? || driven.zero? || (miles - driven).abs * 100 <= driven * FAR_PERCENT
      return []
    end

    told = [miles, driven].map { |tenths| Core::Spoken.grouped((tenths / 10.0).round) }
    [Finding.of("miles", "It is priced by #{told.first} miles, and the way is #{told.last}.")]
  end
  private_class_method :lumpers, :confirmed, :twice, :unauthorised, :changed, :miles
end
