# frozen_string_literal: true

# What becomes of each load of a trip that is cut in two: it stays with the first crew, goes over at the swap, or is
# the second crew's from its pickup on.
#
# Each is an Array of load ids, in the order of the stops.
Core::Freight::Handover =
  Core::Value.of(:stays, :over, :moves) do
    def self.of(before, after, aboard: [])
      earlier = [*aboard, *before].uniq
      new(stays: earlier - after, over: earlier & after, moves: after.uniq - earlier)
    end

    # The loads that the first crew has, and the second.
    def first = [*stays, *over]
    def second = [*over, *moves]
  end
