# frozen_string_literal: true

# What a place is worth to a truck that will be empty there, beside the usual one: a good rate into a dead end is seen
# for what it is.
module Core::Market::Onward
  # What leaves within reach of a place. a_day - postings in a day that the trailer does for; net_cents - what one of
  # them leaves on the average after its miles and the usual empty ones; own - own open loads there
  Around = Value.of(:a_day, :net_cents, :own)
  # worth_cents - beside the usual place, below nothing for a worse one; wait_minutes - until something is found
  Worth = Value.of(:worth_cents, :a_day, :own, :net_cents, :wait_minutes)

  # What is within reach of a truck that is empty. Our own choice, as are the others here.
  REACH_MILES = 75
  # Empty miles to the next load, where nobody knows them yet.
  USUAL_EMPTY_TENTHS = 500
  # A company takes about one in so many of what it could take: the rest is given to others.
  ONE_IN = 12
  MOST_WAIT_MINUTES = 2 * 1440
  # A place with so many postings a day counts as much as the usual one does.
  BORROW = 8

  # Around of what leaves a place, added up. rate_cents, tenths - sums over the postings
  def self.around(postings:, rate_cents:, tenths:, own:, cents_per_tenth:)
    cost_cents = (tenths + (postings * USUAL_EMPTY_TENTHS)) * cents_per_tenth
    Around.new(
      a_day: postings,
      net_cents: postings.zero? ? 0 : (rate_cents - cost_cents) / postings.to_r,
      own:
    )
  end

  # usual - Around of the average place; cost_per_day_cents - of a truck that stands
  def self.worth(around, usual, cost_per_day_cents:)
    here, there = [around, usual].map { |one| earned(one, usual, cost_per_day_cents) }
    Worth.new(
      worth_cents: (here - there).round,
      net_cents: net(around, usual).round,
      wait_minutes: wait(around).round,
      **around.to_h.slice(:a_day, :own)
    )
  end

  # The average place: Around of several.
  def self.usual(places)
    return Around.new(a_day: 0, net_cents: 0, own: 0) if places.empty?

    all = places.sum(&:a_day)
    Around.new(
      a_day: Rational(all, places.length),
      net_cents: all.zero? ? 0 : places.sum { |place| place.net_cents * place.a_day } / all.to_r,
      own: Rational(places.sum(&:own), places.length)
    )
  end

  def self.earned(around, usual, cost_per_day_cents) =
    net(around, usual) - (wait(around) * cost_per_day_cents / 1440r)

  def self.net(around, usual) =
    ((around.net_cents * around.a_day) + (usual.net_cents * BORROW)) / (around.a_day + BORROW).to_r

  def self.wait(around)
    taken_a_day = Rational(around.a_day, ONE_IN) + around.own
    taken_a_day.zero? ? MOST_WAIT_MINUTES : [1440 / taken_a_day, MOST_WAIT_MINUTES].min
  end
  private_class_method :earned, :net, :wait
end
