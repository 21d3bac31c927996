# frozen_string_literal: true

# The federal limits of weight: single axles, tandems, gross, and the bridge formula over every group of consecutive axles.
class Core::Permits::Bridge
  SINGLE_AXLE_LB = 20_000
  TANDEM_LB = 34_000
  GROSS_LB = 80_000
  # Two tandems so far apart may carry 34,000 lb each: 23 CFR 658.17(f).
  TWO_TANDEMS_FT = 36
  # Axles no farther apart are one; beyond the second, they are no tandem: 23 CFR 658.5.
  ONE_AXLE_IN = 40
  TANDEM_IN = 96
  # Where the printed table begins.
  LEAST_FT = 4
  STEP_LB = 500

  class << self
    # W = 500 (L N / (N - 1) + 12 N + 36), to the nearest 500 as the table prints it: an exact half of 500 goes down.
    def allowed_lb(axles, distance_ft)
      length = [distance_ft.to_r.round(half: :up), LEAST_FT].max
      exact = 500 * (Rational(length * axles, axles - 1) + (12 * axles) + 36)
      (exact / STEP_LB).round(half: :down) * STEP_LB
    end
  end

  def initialize(axles)
    @axles = axles
    @at = axles.drop(1).reduce([0.to_r]) { |list, axle| list << (list.last + axle.spacing_ft.to_r) }
  end

  # By rule, then from the front of the vehicle to its rear.
  def failures = [*single_axles, *tandems, *gross, *bridges]

  def weight_lb(range) = @axles[range].sum(&:weight_lb)
  def distance_ft(range) = @at[range.end] - @at[range.begin]

  private

  def count = @axles.length
  def groups = (0...count).flat_map { |first| (first...count).map { |last| first..last } }
  def inches(range) = distance_ft(range) * 12

  # An axle with all that stand within 40 inches: a group that lies within a larger one is part of it.
  def single_axles
    within = groups.select { |range| inches(range) <= ONE_AXLE_IN }
    whole = within.reject { |range| within.any? { |other| other != range && other.cover?(range) } }
    whole.filter_map { |range| failure("single_axle", range, SINGLE_AXLE_LB) }
  end

  def tandem?(range) = range.size > 1 && inches(range) > ONE_AXLE_IN && inches(range) <= TANDEM_IN
  def tandems = groups.select { |range| tandem?(range) }.filter_map { |range| failure("tandem", range, TANDEM_LB) }
  def gross = [failure("gross", 0..(count - 1), GROSS_LB)].compact

  def bridges
    groups.select { |range| range.size > 1 }.filter_map { |range| failure("bridge", range, allowed_lb(range)) }
  end

  def allowed_lb(range)
    by_formula = self.class.allowed_lb(range.size, distance_ft(range))
    two_tandems?(range) ? [by_formula, 2 * TANDEM_LB].max : by_formula
  end

  # Is it a tandem and right behind it another, their outer axles at least 36 feet apart? Measured, not rounded.
  def two_tandems?(range)
    distance_ft(range) >= TWO_TANDEMS_FT && ((range.begin + 1)..(range.end - 2)).any? { |last| tandem?(range.begin..last) && tandem?((last + 1)..range.end) }
  end

  def failure(rule, range, allowed_lb)
    weight = weight_lb(range)
    return unless weight > allowed_lb

    Core::Permits::Failure.new(rule:, axles: [range.begin + 1, range.end + 1], distance_ft: distance_ft(range).round(half: :up), weight_lb: weight, allowed_lb:, over_lb: weight - allowed_lb)
  end
end
