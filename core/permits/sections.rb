# frozen_string_literal: true

# The way of a load in parts that ask the same of it at the same hours: of one state, inside or outside the
# reach of a city that closes its roads, and so short that the sun stands alike at both ends.
class Core::Permits::Sections
  # state - two letters; minutes - of driving; from, to - [latitude, longitude]; near - names of the places
  #         whose curfews hold there
  Section = Core::Value.of(:state, :minutes, :from, :to, :near)

  # The sun moves by some five minutes over so much of the way.
  MOST_MINUTES = 90
  # A city's bounds are met to the nearest two minutes of driving.
  STEP_MINUTES = 2

  # part - Core::Roads::Part, the way between two stops; rules - Hash of code to Rules
  def initialize(part, rules)
    @part = part
    @rules = rules
  end

  # Array of Section, in order; their minutes add up to those of the part.
  def all
    driven = whole = 0
    steps
      .chunk_while { |a, b| a[:state] == b[:state] && a[:near] == b[:near] }
      .flat_map { |run| cut(run) }
      .filter_map do |run|
        driven += run.sum { |step| step[:minutes] }
        minutes = driven.round - whole
        whole += minutes
        Section.new(**run.first.slice(:state, :near, :from), minutes:, to: run.last[:to]) if minutes.positive?
      end
  end

  private

  # Small steps of the way: { state:, near:, minutes: Float, from:, to: }
  def steps
    @part.legs.flat_map do |leg|
      lines = leg.points.each_cons(2).map { |from, to| [from, to, Core::Roads.great_circle_miles(from, to)] }
      length = lines.sum(&:last)
      next [step(leg.state, leg.minutes, *leg.points.values_at(0, -1))] unless length.positive?

      lines.flat_map { |from, to, miles| along(leg.state, from, to, leg.minutes * miles / length) }
    end
  end

  def along(state, from, to, minutes)
    count = [(minutes / STEP_MINUTES).ceil, 1].max
    points = (0..count).map { |i| between(from, to, i.fdiv(count)) }
    points.each_cons(2).map { |one, other| step(state, minutes / count, one, other) }
  end

  def between(from, to, share)
    Core::Roads::Point.new(
      latitude: from.latitude + ((to.latitude - from.latitude) * share),
      longitude: from.longitude + ((to.longitude - from.longitude) * share)
    )
  end

  def step(state, minutes, from, to)
    middle = between(from, to, 0.5)
    near =
      (@rules[state]&.curfews || []).select do |curfew|
        Core::Roads.great_circle_miles(
          Core::Roads::Point.new(latitude: curfew.latitude, longitude: curfew.longitude),
          middle
        ) <= curfew.radius_miles
      end
    {
      state:,
      near: near.map(&:place).uniq,
      minutes:,
      from: [from.latitude, from.longitude],
      to: [to.latitude, to.longitude]
    }
  end

  # A run that is too long, in pieces of like length.
  def cut(run)
    pieces = (run.sum { |step| step[:minutes] } / MOST_MINUTES).ceil
    pieces > 1 ? run.each_slice((run.length / pieces.to_f).ceil).to_a : [run]
  end
end
