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

  # What is multiplied: a name for the line, how much, at what rate; `share` tells whether a team driver's share applies.
  Part = Value.of(:label, :quantity, :rate, :dollars, :share)

  def self.lines(trip, plan)
    [*base(trip, plan), extra_stops(trip, plan), detention(trip, plan), layover(trip, plan), tarp(trip, plan)]
      .compact.filter_map { |part| line(part, trip, plan) }
  end

  def self.line(part, trip, plan)
    share_percent = part.share ? plan.share_percent.to_r : 100
    amount_cents = Money.cents(part.dollars * share_percent / 100)
    return if amount_cents.zero?

    label = share_percent == 100 ? part.label : "#{part.label} (#{Money.rate_text(plan.share_percent, places: 0)}% share)"
    Core::Pay::Terms::Line.new(section: "earnings", label:, quantity: part.quantity, rate: part.rate, amount_cents:, trip: trip.id)
  end

  def self.base(trip, plan)
    rates = plan.rates
    case plan.basis
    when :per_mile
      [times("Loaded miles", trip.loaded_miles, rates[:loaded_mile_rate], places: 1),
       times("Empty miles", trip.empty_miles, rates[:empty_mile_rate], places: 1)]
    when :percent
      [percent("Line haul", trip.line_haul_cents, rates[:percent]),
       (percent("Fuel surcharge", trip.fuel_surcharge_cents, rates[:percent]) if rates[:percent_of_fuel])]
    when :hourly then [times("Hours", trip.hours, rates[:hourly_rate])]
    when :per_load then [times("Load", 1.to_d, rates[:per_load])]
    when :per_ton then [times("Tons", trip.tons, rates[:per_ton])]
    end
  end

  def self.extra_stops(trip, plan)
    extra = [trip.stop_count - plan.stops_included, 0].max
    times("Extra stops", extra.to_d, Money.to_d(plan.extra_stop_cents))
  end

  def self.detention(trip, plan)
    step = plan.detention_step_minutes
    minutes = trip.dwell_minutes.sum { |dwell| ([dwell - plan.detention_free_minutes, 0].max / step) * step }
    rate = plan.detention_hourly_rate
    Part.new(label: "Detention", quantity: "#{minutes} min", rate: Money.rate_text(rate), dollars: rate.to_r * minutes / 60, share: false)
  end

  def self.layover(trip, plan) = times("Layover", trip.layover_days.to_d, Money.to_d(plan.layover_daily_cents), share: false)

  def self.tarp(trip, plan) = (times("Tarp", 1.to_d, Money.to_d(plan.tarp_cents)) if trip.tarped)

  def self.times(label, quantity, rate, places: 0, share: true)
    Part.new(label:, quantity: Money.rate_text(quantity, places:), rate: Money.rate_text(rate), dollars: quantity.to_r * rate.to_r, share:)
  end

  def self.percent(label, base_cents, percent)
    Part.new(label:, quantity: Money.text(base_cents), rate: "#{Money.rate_text(percent, places: 0)}%",
             dollars: Money.exact(base_cents) * percent.to_r / 100, share: true)
  end

  private_class_method :line, :base, :extra_stops, :detention, :layover, :tarp, :times, :percent
end
