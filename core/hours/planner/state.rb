# frozen_string_literal: true

# Where a plan that is being made stands: a label of the search. Made by copying; never changed once it waits
# in the queue.
#
# stop, left  - the stop ahead and the driving minutes to it; here - at the stop, its service still to come
# at          - the instant; late - minutes late in all; total - minutes driven since as_of
# spell, acts - the spell of work under way and what was done in it (Spell); start - when it began
# window_ends - no driving after this instant; counted_from - what `total` was when the present count of
#               driving began
# limits      - [driving, window, driving without an interruption or nil] of the present count
# unbroken - minutes driven since the last interruption; still_since, rest_since - when driving and work last
#               ended
# worked - minutes on duty since as_of; restarted - what that was at the last restart, or nil; marks - what it
#               was as days began
# halves - rests that a later one may pair with, oldest first; promised - the one that a later rest has to
#               pair with, or nil
# rests       - how many were taken
# begun       - when the services of the spell began; covered - another state is as good
class Core::Hours::Planner::State
  attr_accessor :stop,
                :left,
                :here,
                :at,
                :late,
                :total,
                :spell,
                :acts,
                :start,
                :window_ends,
                :counted_from,
                :limits,
                :unbroken,
                :still_since,
                :rest_since,
                :worked,
                :restarted,
                :marks,
                :halves,
                :promised,
                :begun,
                :rests,
                :covered

  # A copy with some things changed: the block gets it.
  def change
    copy = dup
    copy.covered = nil
    yield copy
    copy
  end

  def driving_left = limits[0] - total + counted_from

  # Rested, and free to begin later.
  def fresh? = acts.empty? && spell.movable

  # At least as good as another on the way to, or at, the same stop, in everything that counts from here on.
  def covers?(other)
    at <= other.at && late <= other.late && left <= other.left && driving_left >= other.driving_left &&
      window_covers?(other) && stillness_covers?(other) && worked_covers?(other) && halves_cover?(other)
  end

  private

  def window_covers?(other)
    return spell.most.nil? || spell.most >= other.start if fresh?

    window_ends >= other.window_ends && !other.fresh?
  end

  def stillness_covers?(other)
    rest_since <= other.rest_since &&
      (
        limits[2].nil? ||
          (
            !other.limits[2].nil? &&
              (unbroken.zero? || (unbroken <= other.unbroken && still_since <= other.still_since))
          )
      )
  end

  def worked_covers?(other)
    return false unless marks == other.marks && restarted.nil? == other.restarted.nil?

    worked - (restarted || 0) <= other.worked - (other.restarted || 0)
  end

  def halves_cover?(other)
    return true if halves.empty? && other.halves.empty?

    promised.nil? == other.promised.nil? && halves.length == other.halves.length &&
      halves.each_index.all? do |i|
        halves[i].covers?(start, total, other.halves[i], other.start, other.total) &&
          (halves[i] == promised) == (other.halves[i] == other.promised)
      end
  end
end
