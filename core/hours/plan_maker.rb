# frozen_string_literal: true

# Makes the Plan for a trip.
class Core::Hours::PlanMaker
  # advice - say, where it does not fit, what would make it fit; that takes some more plans
  def initialize(question, trip, rules, advice: true)
    @question = question
    @trip = trip
    @rules = rules
    @advice = advice
  end

  def plan
    planner = Core::Hours::Planner.new(@question, @trip, @rules)
    best = planner.best
    pieces, visits = best ? planner.record(best) : [[], []]
    verdict = if best.nil? then "impossible"
              else best.late.zero? ? "fits" : "late"
              end
    bare = Core::Hours::Plan.new(verdict:, trip: @trip, finish_at: best&.at, late_minutes: best&.late, visits:, pieces:, reasons: [], days: @question.days)
    bare.with(reasons: Core::Hours::PlanReasons.new(bare, @question, @rules, advice: @advice).all)
  end
end
