# frozen_string_literal: true

# Work between two rests, and the rest before it.
#
# before  - State in which that rest began, nil for the work that the record ends with
# kind    - of that rest (Rests::Kind), nil where there is none
# first   - State as the work may begin at the earliest
# most    - the latest start with which the rest is still what it is taken for, nil for any
# movable - may it begin later? Then its window begins with it. What the record ends with began when it did.
# status  - of the rest; passed - [stop, instant] of stops without service that the rest covers
class Core::Hours::Planner::Spell
  attr_reader :before, :kind, :most, :movable, :status, :passed
  attr_accessor :first

  def initialize(before:, kind:, most:, movable:, status:, passed: [])
    @before = before
    @kind = kind
    @most = most
    @movable = movable
    @status = status
    @passed = passed
  end

  # The state at the start of the work, begun at an instant.
  def begun_at(start)
    @first.change do |state|
      state.window_ends += start - state.start if @movable
      state.at = state.start = start
    end
  end
end
