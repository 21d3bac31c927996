# frozen_string_literal: true

# How long a stop usually takes, and what the spread of it says of the stops after it.
module Core::Tracking::Dwell
  # Fewer stays than this say nothing of a place.
  ENOUGH = 3
  ENOUGH_FOR_CHANCE = 5
  BUCKET_MINUTES = 5

  # The median of past stays in minutes, nil where there are too few.
  def self.usual(stays)
    return if stays.length < ENOUGH

    sorted = stays.sort
    middle = sorted.length / 2
    sorted.length.odd? ? sorted[middle] : ((sorted[middle - 1] + sorted[middle]) / 2.0).round
  end

  # The chance in percent that the stops before take so much longer than planned that a stop with this slack
  # is missed. What the road does is not in it, nor that a longer stay may force another rest.
  #
  # before - Array of [stays in minutes, minutes planned], one for each stop before; slack_minutes - negative
  #          when late already
  #
  # Returns nil where a stop has too few stays to tell.
  def self.chance_late(before, slack_minutes)
    return if before.any? { |stays, _| stays.length < ENOUGH_FOR_CHANCE }

    spread =
      before.reduce({ 0 => Rational(1) }) do |sums, (stays, planned)|
        sums.each_with_object(Hash.new(0)) do |(sum, share), next_sums|
          stays.each do |minutes|
            next_sums[sum + (((minutes - planned) / BUCKET_MINUTES.to_f).round * BUCKET_MINUTES)] += share /
              stays.length
          end
        end
      end
    (spread.sum { |sum, share| sum > slack_minutes ? share : 0 } * 100).round
  end
end
