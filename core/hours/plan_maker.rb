# frozen_string_literal: true

# Makes the Plan for a trip.
class Core::Hours::PlanMaker
  # partner - Question of the other driver of a team, asked at the same instant
  # advice - say, where it does not fit, what would make it fit; that takes some more plans; not_before - the
  #          instant before which nothing can begin any more, or nil
  def initialize(question, trip, rules, partner: nil, advice: true, not_before: nil)
    @question = question
    @trip = trip
    @sections = Core::Hours::Sections.new(trip)
    @rules = rules
    @partner = partner
    @advice = advice
    @not_before = not_before
  end

  def plan
    exact = @partner.nil? && @rules.searched_exactly?
    (pieces, partner_pieces), visits, late, ends, whole = exact ? searched : searched_by_steps
    bare =
      Core::Hours::Plan.new(
        verdict: verdict(late),
        trip: @trip,
        finish_at: ends,
        late_minutes: late,
        visits: @sections.visits(visits) || [],
        pieces: @sections.pieces(pieces) || [],
        partner_pieces: @sections.pieces(partner_pieces),
        reasons: [],
        days: @question.days
      )
    reasons =
      Core::Hours::PlanReasons.new(
        bare,
        @question,
        @rules,
        advice: @advice && @partner.nil?,
        not_before: @not_before
      ).all
    bare.with(reasons: whole ? reasons : [*reasons, cut])
  end

  private

  def searched
    planner = Core::Hours::Planner.new(@question, @sections.trip, @rules)
    best = planner.best or return nil, nil, nil, nil, true
    pieces, visits = planner.record(best)
    [[pieces], visits, best.late, best.at, true]
  end

  # Where many plans are made, as for advice, in haste.
  def searched_by_steps
    looks = @advice ? Core::Hours::StepPlanner::LOOKED_AT : Core::Hours::StepPlanner::LOOKED_AT_IN_HASTE
    Core::Hours::StepPlanner.new([@question, *@partner], @sections.trip, @rules, looks:).best
  end

  def verdict(late)
    return "impossible" if late.nil?

    late.zero? ? "fits" : "late"
  end

  # The search of one driver by rules that it is proven for is never cut.
  def cut = ["not_proven_best", "The search for this plan was cut: there may be a better one."]
end
