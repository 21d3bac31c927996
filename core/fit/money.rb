# frozen_string_literal: true

# What a run earns and costs. All in cents; each line rounded once.
module Core::Fit
  # per_mile - over all miles, per_day - over 24 hours; nil without miles or time
  Money =
    Value.of(
      :revenue,
      :fuel,
      :tolls,
      :pay,
      :other,
      :profit,
      :deadhead_tenths,
      :loaded_tenths,
      :per_mile,
      :per_day
    )

  def Money.of(load, run, company, tractor)
    tenths = run.deadhead_tenths + run.loaded_tenths
    fuel =
      Core::Money.cents(
        Rational(tenths, 10) / (tractor&.miles_per_gallon || USUAL_MILES_PER_GALLON).to_r *
          company.fuel_price.to_r
      )
    other =
      Core::Money.cents(
        (Rational(tenths, 10) * company.cost_per_mile.to_r) +
          (Rational(run.minutes, 1440) * company.cost_per_day.to_r)
      )
    profit = load.revenue - fuel - run.tolls - run.pay - other
    new(
      revenue: load.revenue,
      fuel:,
      tolls: run.tolls,
      pay: run.pay,
      other:,
      profit:,
      deadhead_tenths: run.deadhead_tenths,
      loaded_tenths: run.loaded_tenths,
      per_mile: tenths.positive? ? Rational(profit * 10, tenths).round(half: :up) : nil,
      per_day: run.minutes.positive? ? Rational(profit * 1440, run.minutes).round(half: :up) : nil
    )
  end
end
