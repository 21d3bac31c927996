# frozen_string_literal: true

# Whether freight on a trailer is beyond what moves without a permit anywhere on the Interstates: a first look
# before each state is asked.
# Source: 23 U.S.C. 127 and 23 CFR 658; decks that nobody has measured are common practice.
class Core::Fit::Oversize
  LEGAL_WIDTH_IN = 102
  # No state forbids less: 13 ft 6 in.
  LEGAL_HEIGHT_IN = 162
  DECK_IN = { "flatbed" => 60, "step_deck" => 42, "lowboy" => 24 }.freeze

  # width_in, height_in - of the freight, gross_lb - of it all; nil where nothing is said
  #
  # Returns Array of [what, amount], in inches or pounds: [:wide, 168], [:high, 182], [:gross, 84_000].
  def self.of(width_in:, height_in:, trailer_kind:, gross_lb:)
    deck = DECK_IN[trailer_kind]
    sizes = {
      wide: [width_in, LEGAL_WIDTH_IN],
      high: [height_in && deck && (height_in + deck), LEGAL_HEIGHT_IN],
      gross: [gross_lb, Core::Fit::LEGAL_GROSS_LB]
    }
    sizes.filter_map { |what, (amount, legal)| [what, amount] if amount && amount > legal }
  end
end
