# frozen_string_literal: true

# Makes the Plan for a trip.
class Core::Hours::PlanMaker
  # partner - Question of the other driver of a team, asked at the same instant
  # advice - say, where it does not fit, what would make it fit; that takes some more plans
  def initialize(question, trip, rules, partner: nil, advice: true)
    @question = question
    @trip = trip
    @rules = rules
    @partner = partner
    @advice = advice
  end

  def plan
    exact = @partner.nil? && @rules.searched_exactly?
    (pieces, partner_pieces), visits, late, ends = exact ? searched : Core::Hours::StepPlanner.new([@question, *@partner], @trip, @rules).best
    bare = Core::Hours::Plan.new(verdict: verdict(late), trip: @trip, finish_at: ends, late_minutes: late, visits: visits || [], pieces: pieces || [], partner_pieces:, reasons: [], days: @question.days)
    reasons = Core::Hours::PlanReasons.new(bare, @question, @rules, advice: @advice && exact).all
    bare.with(reasons: exact ? reasons : [*reasons, not_proven])
  end

  private

  def searched
    planner = Core::Hours::Planner.new(@question, @trip, @rules)
    best = planner.best or return
    pieces, visits = planner.record(best)
    [[pieces], visits, best.late, best.at]
  end

  def verdict(late)
    return "impossible" if late.nil?

    late.zero? ? "fits" : "late"
  end

  def not_proven = ["not_proven_best", "This plan is legal; #{@partner ? "for a team" : "under these rules"} it is not proven that there is no better one."]
end
