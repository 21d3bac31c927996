# frozen_string_literal: true

# When a permitted load may move, and the plan that is legal for its hours of service as well.
class Web::Permits::Moves
  def initialize(load, file, now)
    @load = load
    @now = now
    @windows = Work::Permits::Windows.new(load, file, now)
  end

  def windows = @windows.list.map { |window| { from: window.from.iso8601, to: window.to.iso8601 } }

  # Of the crew that has the load, from now; nil where nobody has it.
  def plan
    trip = Store::Freight.live_trip(@load[:id]) or return
    drivers = Store::Hours.drivers(Store::Freight.trip_drivers(trip[:id]).select_map(:driver_id)).all
    question, partner = Work::Hours::Question.of(drivers, @now).values.map(&:first)
    plan = Work::Hours::PlanLoad.plan(@load[:id], question, @now, partner:, trip_id: trip[:id]) or return
    pieces = plan.pieces.map { |piece| { status: piece.status, from: question.days.iso(piece.from), to: question.days.iso(piece.to) } }
    { verdict: plan.verdict, text: plan.reasons.map(&:last).first.to_s, finish_at: plan.finish_at && question.days.iso(plan.finish_at), pieces: }
  end
end
