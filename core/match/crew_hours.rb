# frozen_string_literal: true

# What the hours of a crew say of a trip, no further than is needed to judge it: a glance where that tells,
# else a plan.
module Core::Match::CrewHours
  # verdict - fits, late or impossible; slack_minutes; late_minutes - at the stop that is missed by most;
  # ends - instant; certain - false where slack and lateness may be more than is said
  Answer = Core::Value.of(:verdict, :slack_minutes, :late_minutes, :ends, :certain)

  # questions - of the crew's drivers, one or two; trip - Hours::Trip; rules - RuleSet;
  # glance - Hours::Glance of one who drives alone; enough_minutes - time to spare of which no more has to be known
  # exact - by a plan, whatever a glance tells
  def self.of(questions, trip, rules:, glance: nil, enough_minutes: 0, exact: false)
    question, partner = questions
    look = (partner ? team_look(question.as_of, trip) : glance&.at(trip)) unless exact
    if look&.verdict && (look.slack_minutes || enough_minutes) >= enough_minutes
      return by_look(look, question, trip)
    end

    by_plan(Core::Hours.plan(question, trip, rules:, partner:, advice: false), question, trip)
  end

  def self.by_look(look, question, trip) =
    Answer.new(
      verdict: look.verdict,
      slack_minutes: look.slack_minutes,
      late_minutes: look.late_minutes || 0,
      ends: look.finish_at || at_least(question, trip),
      certain: false
    )

  def self.by_plan(plan, question, trip) =
    Answer.new(
      verdict: plan.verdict,
      slack_minutes: plan.slack_minutes,
      late_minutes: plan.late_by_minutes || 0,
      ends: plan.finish_at || at_least(question, trip),
      certain: true
    )

  # A team that rolled on without a stop would still be late: no plan has to be made to know it.
  def self.team_look(at, trip)
    late =
      trip.stops.map do |stop|
        at = [at + stop.drive_minutes, stop.opens || 0].max
        missed = at - (stop.closes || at)
        at += stop.service_minutes
        missed
      end
    return unless late.max.positive?

    Core::Hours::Glance::Look.new(verdict: "late", late_minutes: late.max, finish_at: nil, slack_minutes: nil)
  end

  # The end where nobody rests and nothing is waited for.
  def self.at_least(question, trip) =
    question.as_of + trip.stops.sum { |stop| stop.drive_minutes + stop.service_minutes }
  private_class_method :by_look, :by_plan, :team_look, :at_least
end
