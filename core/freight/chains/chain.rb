# frozen_string_literal: true

# A chain that was found, with what it comes to.
module Core::Freight::Chains
  # loads - ids in order; money in cents; loaded_tenths, deadhead_tenths - of a mile; minutes - from the start to
  # the arrival at the last delivery; arrive_at - minutes since 1970, zone_seconds - the offset to say it in
  Chain =
    Value.of(
      :loads,
      :revenue_cents,
      :fuel_cents,
      :toll_cents,
      :daily_cents,
      :loaded_tenths,
      :deadhead_tenths,
      :minutes,
      :arrive_at,
      :zone_seconds
    ) do
      def profit_cents = revenue_cents - fuel_cents - toll_cents - daily_cents

      # Nil where no minute passes.
      def profit_per_day_cents
        Rational(profit_cents * 1440, minutes).round(half: :up) if minutes.positive?
      end

      # Best first: the greatest profit, then the earlier arrival, then the ids in text order.
      def order = [-profit_cents, arrive_at, loads]

      # As in the contract.
      def to_h
        {
          loads:,
          revenue: Money.text(revenue_cents),
          fuel: Money.text(fuel_cents),
          tolls: Money.text(toll_cents),
          daily: Money.text(daily_cents),
          profit: Money.text(profit_cents),
          profit_per_day: profit_per_day_cents&.then { |cents| Money.text(cents) },
          loaded_miles: Core::Roads.miles(loaded_tenths),
          deadhead_miles: Core::Roads.miles(deadhead_tenths),
          arrive_at: Time.at(arrive_at * 60, in: zone_seconds).iso8601
        }
      end
    end
end
