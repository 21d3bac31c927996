# frozen_string_literal: true

# Whether freight on a trailer is beyond what moves without a permit anywhere on the Interstates: a first look
# before each state is asked.
# Source: 23 U.S.C. 127 and 23 CFR 658; decks and weights of units that nobody has measured are common
# practice.
class Core::Fit::Oversize
  LEGAL_GROSS_LB = 80_000
  LEGAL_WIDTH_IN = 102
  # No state forbids less: 13 ft 6 in.
  LEGAL_HEIGHT_IN = 162
  # With fuel and driver.
  TRACTOR_LB = 18_500
  TRAILER_LB = 14_500
  DECK_IN = { "flatbed" => 60, "step_deck" => 42, "lowboy" => 24 }.freeze

  # width_in, height_in, weight_lb - of the freight, nil where nothing is said; tractor_lb, trailer_lb -
  # empty, nil where unknown
  #
  # Returns Array of [what, amount], in inches or pounds: [:wide, 168], [:high, 182], [:gross, 84_000].
  def self.of(width_in:, height_in:, weight_lb:, trailer_kind:, tractor_lb: nil, trailer_lb: nil)
    deck = DECK_IN[trailer_kind]
    sizes = {
      wide: [width_in, LEGAL_WIDTH_IN],
      high: [height_in && deck && (height_in + deck), LEGAL_HEIGHT_IN],
      gross: [weight_lb && gross(weight_lb, tractor_lb, trailer_lb), LEGAL_GROSS_LB]
    }
    sizes.filter_map { |what, (amount, legal)| [what, amount] if amount && amount > legal }
  end

  def self.gross(weight_lb, tractor_lb, trailer_lb) =
    weight_lb + (tractor_lb || TRACTOR_LB) + (trailer_lb || TRAILER_LB)
end
