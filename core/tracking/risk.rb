# frozen_string_literal: true

# How a trip under way stands against its appointments, and how much it is at risk.
module Core::Tracking::Risk
  # arrived - has the truck been there; worked - is the work there done; forecast - is an arrival foreseen;
  # late_minutes, chance_percent - as foreseen, or nil; spare_minutes - before it closes, nil where it does not;
  # ahead_minutes - until it is reached
  Stop =
    Value.of(:arrived, :worked, :forecast, :late_minutes, :chance_percent, :spare_minutes, :ahead_minutes)
  # silent - what a trip not heard of weighs, finding - each thing that does not go together, in minutes late;
  # tight_percent - from which chance on it is tight; unsure_percent - of the time that is ahead, unsure_minutes
  # - at least: by so much a forecast may be wrong
  Weights = Value.of(:silent, :finding, :tight_percent, :unsure_percent, :unsure_minutes)

  # late, tight, on_time, or unknown where a stop is left and nothing is foreseen.
  def self.verdict(stops, weights)
    ahead = stops.select { |stop| stop.forecast && !stop.arrived }
    return "late" if ahead.any? { |stop| stop.late_minutes.to_i.positive? }
    return "unknown" if ahead.empty? && stops.any? { |stop| !stop.arrived && !stop.worked }

    ahead.any? { |stop| tight?(stop, weights) } ? "tight" : "on_time"
  end

  # Is there less to spare than the forecast may be wrong by, or do the stops before often take longer?
  def self.tight?(stop, weights)
    unsure = [weights.unsure_minutes, stop.ahead_minutes.to_i * weights.unsure_percent / 100].max
    stop.chance_percent.to_i >= weights.tight_percent ||
      (!stop.spare_minutes.nil? && stop.spare_minutes < unsure)
  end

  # The worst of the stops ahead, and what else is wrong: the higher, the sooner somebody has to look.
  def self.of(stops, weights, silent:, findings:)
    ahead = stops.reject(&:arrived)
    ahead.filter_map(&:late_minutes).max.to_i + ahead.filter_map(&:chance_percent).max.to_i +
      (silent ? weights.silent : 0) + (findings * weights.finding)
  end

  # Is a trip that rolls not heard of for too long? heard_at - Time or nil; after_minutes - the company's own
  def self.silent?(heard_at, as_of:, after_minutes:) =
    heard_at.nil? || heard_at < as_of - (after_minutes * 60)
end
