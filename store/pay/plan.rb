# frozen_string_literal: true

# A plan of pay: as the core reads it, and the measure of miles that a trip is paid by.
module Store::Pay::Plan
  Terms = Core::Pay::Terms

  # A row of pay_plans, for a share of a trip.
  def self.to_core(row, share_percent)
    Terms::Plan.new(
      basis: row[:basis].to_sym,
      rates: row.slice(*Core::Pay::Earnings::RATES.fetch(row[:basis].to_sym)),
      extra_stop_cents: Money.cents(row[:extra_stop]),
      stops_included: row[:stops_included],
      detention_hourly_rate: row[:detention_hourly],
      **row.slice(:detention_free_minutes, :detention_step_minutes),
      layover_daily_cents: Money.cents(row[:layover_daily]),
      tarp_cents: Money.cents(row[:tarp]),
      period_minimum_cents: Money.cents(row[:period_minimum]),
      share_percent:,
      haul_bands:
        row[:haul_bands].to_a.map { |band| [BigDecimal(band["to_miles"].to_s), BigDecimal(band["rate"])] },
      percent_of: row[:percent_of].to_a,
      activity_rates: row[:activity_rates].to_h.transform_values { |rate| BigDecimal(rate) },
      overtime_after_hours: row[:overtime_after_hours],
      per_diem_mile_rate: row[:per_diem_mile_rate],
      per_diem_daily_cents: row[:per_diem_daily] && Money.cents(row[:per_diem_daily]),
      day_minimum_cents: Money.cents(row[:day_minimum])
    )
  end

  # Loaded and empty miles of a row of trip_earnings, by the plan's measure; where nobody told that, by the
  # route. An odometer tells the whole trip: its empty part is that of the route.
  def self.miles(row, miles_by)
    routed = row.values_at(:loaded_miles, :empty_miles)
    case miles_by
    when "agreed"
      row[:agreed_miles] ? [row[:agreed_miles], row[:empty_miles]] : routed
    when "odometer"
      row[:odometer_miles] && routed.sum.positive? ? by_odometer(row[:odometer_miles], *routed) : routed
    else
      routed
    end
  end

  def self.by_odometer(told_miles, loaded_miles, empty_miles)
    empty = (told_miles * empty_miles / (loaded_miles + empty_miles)).round(1)
    [told_miles - empty, empty]
  end
  private_class_method :by_odometer
end
