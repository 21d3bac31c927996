# frozen_string_literal: true

# When a truck that takes loads one after another may be where, under a limit of driving a day.
#
# A state is [at, standing_since, driven]: ready at `at`, neither driving nor serving since `standing_since`
# (`at` itself where it has just done so), with `driven` minutes of this day's driving behind it. Being earlier,
# standing longer and having driven less are each at least as good, so of many states only those count that no
# other one beats in all three.
#
# After the limit of driving the truck stands 600 minutes where more is due. Standing earlier than it must pays
# in two places alone: before a service, where waiting for an opening is a part of it; and before setting out,
# where it stands already (after a service of no minutes). Anywhere else on the way, a standing can be put off to
# the arrival, which comes sooner and leaves nothing driven.
class Core::Freight::Chains::Timing
  STANDING = Core::Freight::Chains::STANDING_MINUTES

  def initialize(daily_drive_minutes, service_minutes)
    @limit = daily_drive_minutes
    @service = service_minutes
  end

  def self.start(at) = [[at, at, 0]]

  # The states after a drive, on arrival.
  def drive(states, minutes)
    return states if minutes.zero?

    arrived = []
    states.each do |at, since, driven|
      arrived << driven_on(at, driven, minutes)
      arrived << driven_on(since + STANDING, 0, minutes) if driven.positive? && since < at
    end
    best(arrived)
  end

  # The states after a service that starts between two minutes; empty where none can.
  def serve(states, opens, closes)
    served = []
    states.each do |at, since, driven|
      from = [at, opens].max
      next if from > closes

      rested = from - since >= STANDING
      served << after_service(from, since, rested ? 0 : driven)
      whole = since + STANDING
      # After a service of no minutes it can stand just as well.
      if !rested && driven.positive? && @service.positive? && whole <= closes
        served << after_service(whole, since, 0)
      end
    end
    best(served)
  end

  private

  def driven_on(at, driven, minutes)
    stands = (driven + minutes - 1) / @limit
    there = at + minutes + (stands * STANDING)
    [there, there, driven + minutes - (stands * @limit)]
  end

  def after_service(from, since, driven)
    @service.zero? ? [from, since, driven] : [from + @service, from + @service, driven]
  end

  # Without those that another one beats, or equals.
  def best(states)
    return states if states.length < 2

    states.sort!
    states.each_with_object([]) do |state, kept|
      kept << state if kept.none? { |one| one[1] <= state[1] && one[2] <= state[2] }
    end
  end
end
