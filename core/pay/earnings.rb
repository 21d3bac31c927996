# frozen_string_literal: true

# What one trip earns under a plan: one line a kind, each rounded once.
module Core::Pay::Earnings
  # The rates each basis needs; the first is the one it cannot do without, all but `percent_of_fuel` are required.
  RATES = {
    per_mile: %i[loaded_mile_rate empty_mile_rate],
    percent: %i[percent percent_of_fuel],
    hourly: %i[hourly_rate],
    per_load: %i[per_load],
    per_ton: %i[per_ton]
  }.freeze

  def self.lines(trip, plan)
    lines = base(trip, plan)
    lines << times(trip, plan, "Extra stops", [trip.stop_count - plan.stops_included, 0].max.to_d, Money.to_d(plan.extra_stop_cents)) if trip.stop_count > plan.stops_included
    lines << detention(trip, plan)
    lines << times(trip, plan, "Layover", trip.layover_days.to_d, Money.to_d(plan.layover_daily_cents), share: false) if trip.layover_days.positive?
    lines << times(trip, plan, "Tarp", 1.to_d, Money.to_d(plan.tarp_cents)) if trip.tarped
    lines.compact
  end

  def self.base(trip, plan)
    rates = plan.rates
    case plan.basis
    when :per_mile
      [times(trip, plan, "Loaded miles", trip.loaded_miles, rates[:loaded_mile_rate], places: 1), times(trip, plan, "Empty miles", trip.empty_miles, rates[:empty_mile_rate], places: 1)]
    when :percent
      [percent(trip, plan, "Line haul", trip.line_haul_cents), (percent(trip, plan, "Fuel surcharge", trip.fuel_surcharge_cents) if rates[:percent_of_fuel])]
    when :hourly then [times(trip, plan, "Hours", trip.hours, rates[:hourly_rate])]
    when :per_load then [times(trip, plan, "Load", 1.to_d, rates[:per_load])]
    when :per_ton then [times(trip, plan, "Tons", trip.tons, rates[:per_ton])]
    end
  end

  def self.detention(trip, plan)
    step, rate = plan.detention_step_minutes, plan.detention_hourly_rate
    minutes = trip.dwell_minutes.sum { |dwell| ([dwell - plan.detention_free_minutes, 0].max / step) * step }
    line(trip, plan, "Detention", "#{minutes} min", Money.rate_text(rate), rate.to_r * minutes / 60, share: false) unless minutes.zero? || rate.zero?
  end

  # Nil where it comes to nothing: most trips wait nowhere and have no extra stop.
  def self.times(trip, plan, label, quantity, rate, places: 0, share: true)
    line(trip, plan, label, Money.rate_text(quantity, places:), Money.rate_text(rate), quantity * rate, share:) unless quantity.zero? || rate.zero?
  end

  def self.percent(trip, plan, label, base_cents)
    percent = plan.rates[:percent]
    line(trip, plan, label, Money.text(base_cents), "#{Money.rate_text(percent, places: 0)}%", Money.to_d(base_cents) * percent / 100)
  end

  # share - does a team driver's share apply? Rounded here, once.
  def self.line(trip, plan, label, quantity, rate, dollars, share: true)
    whole = !share || plan.share_percent == 100
    amount_cents = Money.cents(whole ? dollars : dollars * plan.share_percent / 100)
    return if amount_cents.zero?

    label = "#{label} (#{Money.rate_text(plan.share_percent, places: 0)}% share)" unless whole
    Core::Pay::Terms::Line.new(section: "earnings", label:, quantity:, rate:, amount_cents:, trip: trip.id)
  end

  private_class_method :line, :base, :detention, :times, :percent
end
