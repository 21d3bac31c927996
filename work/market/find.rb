# frozen_string_literal: true

# A posting as it was judged for a crew.
#
# row - of the posting with its broker; fit - Work::Match::Judge::Fit; others - rows of the same freight
# lanes - Core::Market::Lanes::Estimate or nil by days; reasons - what speaks against the poster; onward -
# Core::Market::Onward::Worth of where it ends
# offer - row of our offer for the freight, or nil; record - our offers to the poster by their state
Work::Market::Find =
  Value.of(:row, :fit, :others, :lanes, :reasons, :onward, :offer, :record) do
    # By the poster.
    def blocked? = reasons.any? { |reason| reason.effect == "block" }

    # Nil without a price.
    def profit_cents = row[:rate] && fit.judgement.money.profit

    # What it leaves, and what its end is worth beside the usual one; nil without a price.
    def with_next_cents = profit_cents && (profit_cents + onward.worth_cents)

    # Cents a mile that are posted, empty ones before it too; nil without a price.
    def per_mile_cents =
      row[:rate] &&
        Core::Market.per_mile(
          Money.cents(row[:rate]),
          fit.judgement.money.loaded_tenths + fit.deadhead_tenths
        )

    # Cents a loaded mile that are posted; nil without a price.
    def per_loaded_mile_cents =
      row[:rate] && Core::Market.per_mile(Money.cents(row[:rate]), row[:miles_tenths])

    # Core::Market::Price of what it was judged at.
    def price
      money = fit.judgement.money
      Core::Market.price(
        money.revenue,
        cost_cents: money.revenue - money.profit,
        **money.to_h.slice(:loaded_tenths, :deadhead_tenths)
      )
    end
  end
