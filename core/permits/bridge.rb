# frozen_string_literal: true

# The federal limits of weight: single axles, tandems, gross, and the bridge formula over every group of
# consecutive axles.
#
# Distances are whole numbers of the finest decimal that was given, so that a limit at exactly 36.0 ft or 40
# inches is exact; a combination of thirteen axles has 78 groups, and a route is planned over many such
# checks.
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

  # W = 500 (L N / (N - 1) + 12 N + 36), to the nearest 500 as the table prints it: an exact half of 500 goes
  # down.
  def self.allowed_lb(axles, distance_ft)
    length = [distance_ft.to_r.round(half: :up), LEAST_FT].max
    gaps = axles - 1
    ((((2 * length * axles) + gaps - 1) / (2 * gaps)) + (12 * axles) + 36) * STEP_LB
  end

  def initialize(axles)
    @count = axles.length
    @unit = 10**axles.map { |axle| axle.spacing_ft.scale }.max
    @at = sums(axles.drop(1).map { |axle| (axle.spacing_ft * @unit).to_i })
    @weight = sums(axles.map(&:weight_lb))
  end

  # By rule, then from the front of the vehicle to its rear.
  def failures = [*single_axles, *tandems, *gross, *bridges]

  private

  def sums(list) = list.reduce([0]) { |all, one| all << (all.last + one) }
  # All groups of one axle or more, as [first, last].
  def groups = @groups ||= (0...@count).flat_map { |first| (first...@count).map { |last| [first, last] } }
  def several = @several ||= groups.reject { |first, last| first == last }
  def apart(first, last) = @at[last] - @at[first]
  def within_in?(inches, first, last) = apart(first, last) * 12 <= inches * @unit
  def weight_lb(first, last) = @weight[last + 1] - @weight[first]
  def distance_ft(first, last) = ((2 * apart(first, last)) + @unit) / (2 * @unit)

  # An axle with all that stand within 40 inches: a group that lies within a larger one is part of it.
  def single_axles
    whole = groups.select { |first, last| within_in?(ONE_AXLE_IN, first, last) && !longer?(first, last) }
    whole.filter_map { |first, last| failure("single_axle", first, last, SINGLE_AXLE_LB) }
  end

  def longer?(first, last) =
    (first.positive? && within_in?(ONE_AXLE_IN, first - 1, last)) ||
      (last < @count - 1 && within_in?(ONE_AXLE_IN, first, last + 1))

  def tandem?(first, last) =
    last > first && !within_in?(ONE_AXLE_IN, first, last) && within_in?(TANDEM_IN, first, last)
  def tandems =
    several
      .select { |first, last| tandem?(first, last) }
      .filter_map { |first, last| failure("tandem", first, last, TANDEM_LB) }
  def gross = [failure("gross", 0, @count - 1, GROSS_LB)].compact

  def bridges
    several.filter_map do |first, last|
      allowed = self.class.allowed_lb(last - first + 1, distance_ft(first, last))
      next unless weight_lb(first, last) > allowed

      failure("bridge", first, last, two_tandems?(first, last) ? [allowed, 2 * TANDEM_LB].max : allowed)
    end
  end

  # Is it a tandem and right behind it another, their outer axles at least 36 feet apart? Measured, not
  # rounded.
  def two_tandems?(first, last)
    apart(first, last) >= TWO_TANDEMS_FT * @unit &&
      ((first + 1)..(last - 2)).any? do |end_of_one|
        tandem?(first, end_of_one) && tandem?(end_of_one + 1, last)
      end
  end

  def failure(rule, first, last, allowed_lb)
    weight_lb = weight_lb(first, last)
    if weight_lb > allowed_lb
      Core::Permits::Failure.new(
        rule:,
        axles: [first + 1, last + 1],
        distance_ft: distance_ft(first, last),
        weight_lb:,
        allowed_lb:,
        over_lb: weight_lb - allowed_lb
      )
    end
  end
end
