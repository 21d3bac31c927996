# frozen_string_literal: true

# How far it is by road where no road is known: the great circle, bent as roads bend.
# Common practice for a first estimate; whoever shows it says that it is one.
module Core::Roads::Estimate
  CIRCUITY = 1.2
  MPH = 50

  # from, to - Point. Returns Fan::Reach, to the tenth of a mile.
  def self.between(from, to)
    tenths = (Core::Roads.great_circle_miles(from, to) * CIRCUITY * 10).round
    Core::Roads::Fan::Reach.new(tenths:, minutes: (tenths * 6.0 / MPH).round)
  end
end
