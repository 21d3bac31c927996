# frozen_string_literal: true

# What of a posting cannot be.
class Core::Market::Doubts
  def initialize(facts)
    @facts = facts
  end

  def sentences = [*places, *times, *price, *weight, *trailer].compact

  private

  def places
    [
      ("Nobody knows where it is picked up." unless @facts.origin_known),
      ("Nobody knows where it goes." unless @facts.destination_known)
    ]
  end

  def times
    opens, closes, by = @facts.opens_at, @facts.closes_at, @facts.deliver_by
    [
      ("It says no time of pickup." if opens.nil?),
      ("Its pickup ends before it begins." if opens && closes && closes < opens),
      ("It is to be delivered before it is picked up." if opens && by && by <= opens)
    ]
  end

  def price
    cents = @facts.rate_cents
    return unless cents && cents < Core::Market::LEAST_RATE_CENTS

    ["A price of #{Core::Spoken.dollars(cents)} is none: ask for it."]
  end

  def weight
    weight = @facts.weight
    return if weight.nil?
    return ["Its weight reads “#{weight}”: ask for it."] unless weight.is_a?(Integer)

    unless weight.between?(1, Core::Market::MOST_WEIGHT_LB)
      "#{Core::Spoken.pounds(weight)} is no weight of freight."
    end
  end

  def trailer = ("It says no kind of trailer." unless @facts.trailer_known)
end
