# frozen_string_literal: true

# When a permitted load may move, the plan that is legal for its hours of service as well, and by when it must
# leave.
class Web::Permits::Moves
  def initialize(load, file, now)
    @load = load
    @now = now
    @windows = Work::Permits::Windows.new(load, file, now)
  end

  def windows = spans(@windows.list)
  def by_state =
    @windows.by_state.map do |state, list|
      { state:, zone: @windows.zone_of(state), windows: spans(list), checks: @windows.checks(state) }
    end

  # Of the crew that has the load, from now; nil where nobody has it.
  def plan
    plan = Work::Permits::CrewPlan.of(@load, @now) or return
    pieces =
      plan.pieces.map do |piece|
        { status: piece.status, from: plan.days.iso(piece.from), to: plan.days.iso(piece.to) }
      end
    {
      verdict: plan.verdict,
      text: plan.reasons.map(&:last).first.to_s,
      finish_at: plan.finish_at && plan.days.iso(plan.finish_at),
      pieces:
    }
  end

  # Nil where nothing binds it, or no appointment is made.
  def leave_by
    found = @windows.bound? && Work::Permits::LeaveBy.new(@load, @windows, @now).call or return
    {
      late_minutes: found[:late_minutes],
      leave_at: found[:leave_at]&.iso8601,
      arrive_at: found[:arrive_at]&.iso8601
    }
  end

  private

  def spans(list) = list.map { |window| { from: window.from.iso8601, to: window.to.iso8601 } }
end
