# frozen_string_literal: true

# What of partners may need a decision: as Core::Attention::Facts.
module Core::Attention::PartnerFacts
  Words = Core::Attention::Words
  # total - BigDecimal dollars; at - of its pickup, or nil
  LOAD = %i[subject_id number origin destination total at zone].freeze

  # A partner who was offered a load and wants another price. price, wanted - BigDecimal dollars; asked_at - when
  Price =
    Value.of(*LOAD, :partner, :price, :wanted, :asked_at) do
      include Core::Attention::Facts::Plain

      def code = "partner_price"
      def what = "partner price #{subject_id} #{partner}"
      def title = Words.way(self)
      def worth = total
      def hours_left(as_of) = hours_until(at, as_of)
      def minutes(as_of) = minutes_since(asked_at, as_of)

      def reason(as_of, _)
        "#{partner} wants #{Words.dollars(wanted)} instead of #{Words.dollars(price)}, and waits for " \
          "#{Words.length(minutes(as_of))}: #{Words.dollars([total - wanted, 0].max)} would be left."
      end
    end

  # A partner hauls a load, or is about to, and may not any more. findings - sentences of Core::Partners
  Unfit =
    Value.of(*LOAD, :findings) do
      include Core::Attention::Facts::Plain

      def code = "partner_unfit"
      def what = "partner unfit #{subject_id}"
      def title = Words.way(self)
      def reason(*) = findings.join(" ")
    end
end
