# frozen_string_literal: true

# What each axle would carry, from what the parts weigh and where the axles stand, where nobody has weighed them: a
# figure to begin with, to be put right at a scale.
#
# The trailer with its freight is a beam on two supports, the kingpin and the middle of its axles, with its weight
# in the middle of the deck (statics: the moments about the kingpin balance). The kingpin stands over the middle of
# the driving axles, three feet behind the front of the deck; of a tractor's own weight three fifths are on its
# steering axle, and axles of a group carry alike (common practice).
module Core::Permits::AxleShares
  KINGPIN_FT = 3
  ON_STEERING = Rational(3, 5)
  STEP_LB = 100

  # spacings_ft - of each axle to the one before, 0 for the first; tractor_lb - with driver and fuel; trailer_lb,
  # freight_lb; deck_ft - of the trailer
  #
  # Returns Array of pounds, whole hundreds but for the first, adding up to all of it. Raises Refused `too_few_axles`,
  # `no_deck`.
  def self.of(spacings_ft, tractor_lb:, trailer_lb:, freight_lb:, deck_ft:)
    drives, trailer = groups(spacings_ft)
    at = positions(spacings_ft)
    apart = middle(at, trailer) - middle(at, drives)
    behind = (deck_ft / 2.0) - KINGPIN_FT
    unless behind.positive?
      refuse("no_deck", "Say how long the trailer is first: its deck does not reach its axles.")
    end

    whole = trailer_lb + freight_lb
    on_trailer = (whole * [behind / apart, 1].min).round
    on_drives = (tractor_lb * (1 - ON_STEERING)) + whole - on_trailer
    rear = [*shared(on_drives, drives), *shared(on_trailer, trailer)]
    [tractor_lb + whole - rear.sum, *rear]
  end

  # The widest gap behind the steering axle is that between the driving axles and the trailer's.
  def self.groups(spacings_ft)
    if spacings_ft.length < 3
      refuse("too_few_axles", "A tractor and a trailer have three axles at least: say where they stand.")
    end

    widest = (2...spacings_ft.length).max_by { |i| spacings_ft[i] }
    [(1...widest).to_a, (widest...spacings_ft.length).to_a]
  end

  def self.positions(spacings_ft) =
    spacings_ft.each_with_object([]) { |gap, at| at << (at.last.to_f + gap.to_f) }
  def self.middle(at, group) = group.sum { |i| at[i] } / group.length
  def self.shared(weight, group) = group.map { (weight / group.length / STEP_LB).round * STEP_LB }
  def self.refuse(code, text) = raise(Core::Refused.new(code, text, path: "/spacings_ft"))
  private_class_method :groups, :positions, :middle, :shared, :refuse
end
