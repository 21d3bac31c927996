# frozen_string_literal: true

# Which rests of a shift replace, two together, the long rest. Source: 49 CFR 395.1(g)(1)(ii).
#
# Taken in order of time, each rest looks back for the nearest earlier one with which it makes the ten hours,
# one of the two with seven in the sleeper. It looks past rests that are in no pair, never past one that is. A
# rest may end one pair and begin the next.
class Core::Hours::Pairs
  # rests - of one shift, in order; closing - the long rest that ends it, or nil. It may be the second of a
  #         pair, never the first.
  def initialize(split, rests, closing)
    @split = split
    @rests = [*rests, *closing].select { |rest| rest.minutes >= split.least_minutes }
    @forward = {}
    @backward = {}
    @rests.each_index { |later| pair(later) }
  end

  # [first, second] in order of the second.
  def all = @backward.map { |later, earlier| [@rests[earlier], @rests[later]] }

  # Rests that are in a pair, in order: they stand still in the window.
  def paired = @rests.each_index.select { |i| @forward[i] || @backward[i] }.map { |i| @rests[i] }

  # The latest rest that has ended and is not the first of a pair yet.
  def waiting(as_of) =
    @rests.each_index.reject { |i| @forward[i] || @rests[i].to >= as_of }.map { |i| @rests[i] }.last

  # Rests that a later one may still pair with, oldest first: none before the latest that is in a pair.
  def free
    last = @rests.each_index.reverse_each.find { |i| in_pair?(i) }
    @rests.each_index.select { |i| (last.nil? || i >= last) && !@forward[i] }.map { |i| @rests[i] }
  end

  private

  # The nearest earlier rest that is free to pair and makes the time, or that ends the looking back by being
  # in a pair.
  def pair(later)
    earlier = (later - 1).downto(0).find { |i| in_pair?(i) || @split.pair?(@rests[i], @rests[later]) } or
      return
    return if @forward[earlier] || !@split.pair?(@rests[earlier], @rests[later])

    @forward[earlier] = later
    @backward[later] = earlier
  end

  def in_pair?(rest) = @forward[rest] || @backward[rest]
end
