# frozen_string_literal: true

# A rest that may become the first of a pair.
#
# to           - when it ended; nil while the spell after it may still begin later
# asleep_since - from when it was in the sleeper until its end; slept - the longest unbroken time in the
#                sleeper before that
# total        - what had been driven when it ended
Core::Hours::Planner::Half =
  Core::Value.of(:from, :to, :asleep_since, :slept, :total) do
    # start - when the spell under way began
    def minutes(start) = (to || start) - from
    def sleeper_minutes(start) = [slept, (to || start) - asleep_since].max
    def ended(start) = to ? self : with(to: start)

    # Does a rest of that much, of it so much in the sleeper, make a pair with this one?
    def pairs?(split, start, minutes, sleeper_minutes)
      minutes + minutes(start) >= split.together_minutes &&
        [sleeper_minutes, sleeper_minutes(start)].max >= split.sleeper_minutes
    end

    # The shortest rest in the sleeper that pairs with this one.
    def missing(split, start)
      least = [split.least_minutes, split.together_minutes - minutes(start)].max
      sleeper_minutes(start) >= split.sleeper_minutes ? least : [least, split.sleeper_minutes].max
    end

    # At least as good a first half, in another state.
    def covers?(start, total, other, other_start, other_total)
      minutes(start) >= other.minutes(other_start) &&
        sleeper_minutes(start) >= other.sleeper_minutes(other_start) &&
        total - self.total <= other_total - other.total && (to || start) >= (other.to || other_start)
    end
  end
