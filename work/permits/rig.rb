# frozen_string_literal: true

# What a load measures behind its tractor, as far as it can be worked out: its freight on the trailer that is
# hooked, or
# on one of its kind.
class Work::Permits::Rig
  # A tractor in front of its trailer, where nobody has measured the two together (common practice), in
  # inches.
  TRACTOR_IN = 264
  # A trailer that is not chosen yet: the 53 ft of 23 CFR 658.13.
  TRAILER_IN = 636
  O = Core::Fit::Oversize

  attr_reader :load, :lines, :tractor, :trailer

  # Of loads on one move: the largest of each size.
  def self.largest(load_ids) =
    load_ids
      .map { |id| new(Store::Freight.load(id)).size }
      .reduce { |one, other| one.merge(other) { |_, a, b| [a, b].max } }

  # Of these sizes those that the freight itself tells, on the trailer that is hooked.
  def self.told(load_ids)
    rigs = load_ids.map { |id| new(Store::Freight.load(id)) }
    names = rigs.flat_map(&:told_names).uniq
    largest(load_ids).slice(*names)
  end

  # load - row
  def initialize(load)
    @load = load
    @lines = Store::Freight.parts(:freight_lines, load[:id])
    trip = Store::Freight.live_trip(load[:id])
    @tractor, @trailer =
      (trip ? [Store::Freight.tractor_of(trip[:id]), Store::Freight.trailer_of(trip[:id])] : [nil, nil])
  end

  # The largest of several pieces on one move, on the deck of the trailer; the tractor and trailer are as
  # wide and high
  # as the law lets them be.
  def size
    deck = O::DECK_IN[kind] || 0
    trailer_in =
      trailer&.dig(:length_ft) ? trailer[:length_ft] * 12 : trailer&.dig(:inner_length_in) || TRAILER_IN
    {
      width_in: [most(:width_in) || 0, O::LEGAL_WIDTH_IN].max,
      height_in: [(most(:height_in) || 0) + deck, O::LEGAL_HEIGHT_IN].max,
      length_in: TRACTOR_IN + [trailer_in, most(:length_in) || 0].max,
      trailer_length_in: trailer_in,
      rear_overhang_in: [(most(:length_in) || 0) - trailer_in, 0].max,
      front_overhang_in: 0,
      gross_lb: gross.lb
    }
  end

  def told_names
    {
      width_in: most(:width_in),
      height_in: most(:height_in) && trailer,
      gross_lb: weight_lb.positive? && trailer,
      trailer_length_in: trailer
    }.select { |_, told| told }.keys
  end

  # Beyond what moves without a permit anywhere: see Core::Fit::Oversize.
  def oversize
    weighed = weight_lb.positive? && !divisible?
    O.of(
      width_in: most(:width_in),
      height_in: most(:height_in),
      trailer_kind: kind,
      gross_lb: weighed ? gross.lb : nil
    )
  end

  # Core::Fit::Gross
  def gross =
    Core::Fit::Gross.of(
      freight_lb: weight_lb,
      weights: FitRules.weights,
      tractor_lb: tractor&.dig(:tare_lb),
      trailer_lb: trailer&.dig(:tare_lb),
      trailer_kind: kind
    )

  def divisible? = Store::Freight::FreightLines.divisible?(lines)
  def weight_lb = lines.sum { |line| line[:weight_lb] || 0 }
  def most(column) = lines.filter_map { |line| line[column] }.max

  private

  def kind = trailer&.dig(:trailer_kind) || load[:trailer_kind]
end
