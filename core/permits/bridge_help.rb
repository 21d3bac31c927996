# frozen_string_literal: true

# What would bring a row of axles within the limits, each found by computing the limits anew: how much must
# come off, weight moved from one axle to another (as sliding the load or an axle does), a wider spread, an
# axle more.
class Core::Permits::BridgeHelp
  # kind - move_weight, spread, add_axle or take_off; text - to read out; axles - as they would be
  Help = Core::Value.of(:kind, :text, :axles)

  STEP_LB = 250
  COARSE_STEPS = 12
  STEP_FT = BigDecimal("0.5")
  MOST_SPREAD_FT = 20
  # Where an axle more is put behind another, as such axles commonly stand.
  ADDED_FT = BigDecimal("4.5")

  def initialize(axles)
    @axles = axles
  end

  # Empty where nothing has to be helped. What is over gross cannot be helped by anything but taking off.
  def all
    failures = Core::Permits.bridge(@axles)
    return [] if failures.empty?
    return [take_off].compact if failures.any? { |failure| failure.rule == "gross" }

    [*move_weight, *spread, *add_axle, *take_off].compact
  end

  private

  def pounds(weight) = Core::Spoken.pounds(weight)
  def legal?(axles) = Core::Permits.bridge(axles).empty?
  def gross = @axles.sum(&:weight_lb)

  # The least weight that, taken from one axle of a group that fails and given to another, makes all legal:
  # looked for in coarse steps first, then in fine ones below the coarse one that does.
  def move_weight
    over = Core::Permits.bridge(@axles).map(&:over_lb).max
    coarse = [over / COARSE_STEPS / STEP_LB * STEP_LB, STEP_LB].max
    rough = least_move((coarse..(over + (4 * coarse))).step(coarse)) or return
    weight, from, to, axles =
      least_move(([rough.first - coarse + STEP_LB, STEP_LB].max..rough.first).step(STEP_LB)) || rough
    Help.new(
      kind: "move_weight",
      text: "Move #{pounds(weight)} from axle #{from + 1} to axle #{to + 1}: slide the load, or the axle.",
      axles:
    )
  end

  def least_move(weights)
    failing =
      Core::Permits
        .bridge(@axles)
        .flat_map { |failure| ((failure.axles.first - 1)..(failure.axles.last - 1)).to_a }
        .uniq
    pairs = failing.product((0...@axles.length).to_a).reject { |from, to| from == to }
    weights
      .lazy
      .flat_map { |weight| pairs.map { |from, to| [weight, from, to, moved(from, to, weight)] } }
      .find { |_, _, _, axles| axles && legal?(axles) }
  end

  def moved(from, to, weight)
    return if @axles[from].weight_lb <= weight

    @axles.each_with_index.map do |axle, i|
      axle.with(weight_lb: axle.weight_lb + { from => -weight, to => weight }.fetch(i, 0))
    end
  end

  # The least that one axle, with all behind it, stands farther back.
  def spread
    found =
      (STEP_FT..MOST_SPREAD_FT)
        .step(STEP_FT)
        .lazy
        .flat_map do |feet|
          (1...@axles.length).map do |i|
            [
              feet,
              i,
              @axles.each_with_index.map do |axle, j|
                j == i ? axle.with(spacing_ft: axle.spacing_ft + feet) : axle
              end
            ]
          end
        end
        .find { |_, _, axles| legal?(axles) }
    return if found.nil?

    feet, i, axles = found
    Help.new(
      kind: "spread",
      text: "Put axle #{i + 1} and all behind it #{feet.to_s("F").delete_suffix(".0")} ft farther back.",
      axles:
    )
  end

  # One axle more behind another, which share what the two nearest carried.
  def add_axle
    found = (1...@axles.length).lazy.map { |i| [i, with_axle(i)] }.find { |_, axles| legal?(axles) }
    return if found.nil?

    i, axles = found
    Help.new(
      kind: "add_axle",
      text: "Add an axle behind axle #{i + 1}, which takes its part of the load.",
      axles:
    )
  end

  def with_axle(i)
    near = [i - 1, i].select(&:positive?)
    shared = near.sum { |one| @axles[one].weight_lb }
    each = shared / (near.length + 1)
    rest = shared - (each * near.length)
    axles = @axles.each_with_index.map { |axle, j| near.include?(j) ? axle.with(weight_lb: each) : axle }
    axles.insert(i + 1, Core::Permits::Axle.new(weight_lb: rest, spacing_ft: ADDED_FT))
  end

  # So much less on every axle in proportion.
  def take_off
    # Lighter everywhere is never worse, so that it can be halved.
    least =
      (1..(gross / STEP_LB))
        .bsearch { |steps| legal?(lighter(steps * STEP_LB)) }
        &.then { |steps| steps * STEP_LB } or return
    Help.new(kind: "take_off", text: "Take off #{pounds(least)}, in proportion.", axles: lighter(least))
  end

  def lighter(weight) =
    @axles.map do |axle|
      axle.with(weight_lb: [(axle.weight_lb * Rational(gross - weight, gross)).floor, 1].max)
    end
end
