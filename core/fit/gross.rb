# frozen_string_literal: true

# What a truck weighs on the road: tractor, trailer, freight, drivers and fuel. What was weighed counts; where
# nobody weighed a unit, the usual weight of its kind, and it says so.
module Core::Fit
  # lb - altogether; tractor_lb, trailer_lb, freight_lb, aboard_lb - drivers and fuel; usual - Array of :tractor
  # and :trailer that nobody weighed; trailer_kind - or nil
  Gross =
    Value.of(:lb, :tractor_lb, :trailer_lb, :freight_lb, :aboard_lb, :usual, :trailer_kind) do
      def text
        parts = [
          "tractor #{Core::Spoken.pounds(tractor_lb)}#{unweighed(:tractor)}",
          "trailer #{Core::Spoken.pounds(trailer_lb)}#{unweighed(:trailer)}",
          "freight #{Core::Spoken.pounds(freight_lb)}",
          "driver and fuel #{Core::Spoken.pounds(aboard_lb)}"
        ]
        "#{"about " if usual.any?}#{Core::Spoken.pounds(lb)} gross: #{parts.join(", ")}"
      end

      private

      def unweighed(part) = usual.include?(part) ? " (not weighed, the usual)" : ""
    end

  # weights - Hash (data/fit/weights.yml); tractor_lb, trailer_lb - empty, nil where nobody weighed them
  # drivers - how many ride
  def Gross.of(freight_lb:, weights:, tractor_lb: nil, trailer_lb: nil, trailer_kind: nil, drivers: 1)
    usual_trailer = weights[:trailer_lb].fetch(trailer_kind&.to_sym, weights[:other_trailer_lb])
    parts = {
      tractor_lb: tractor_lb || weights[:tractor_lb],
      trailer_lb: trailer_lb || usual_trailer,
      freight_lb:,
      aboard_lb: weights[:fuel_lb] + (weights[:driver_lb] * [drivers, 1].max)
    }
    usual = [(:tractor unless tractor_lb), (:trailer unless trailer_lb)].compact
    new(lb: parts.values.sum, **parts, usual:, trailer_kind:)
  end
end
