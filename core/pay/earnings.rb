# frozen_string_literal: true

# What one trip earns under a plan: one line a kind, each rounded once.
class Core::Pay::Earnings
  Line = Core::Pay::Terms::Line

  # The rates each basis needs; the first is the one it cannot do without, all but `percent_of_fuel` are
  # required.
  RATES = {
    per_mile: %i[loaded_mile_rate empty_mile_rate],
    percent: %i[percent percent_of_fuel],
    hourly: %i[hourly_rate],
    per_load: %i[per_load],
    per_ton: %i[per_ton]
  }.freeze

  LABELS = {
    "loaded_miles" => "Loaded miles",
    "empty_miles" => "Empty miles",
    "line_haul" => "Line haul",
    "fuel_surcharge" => "Fuel surcharge",
    "hours" => "Hours",
    "load" => "Load",
    "tons" => "Tons",
    "extra_stops" => "Extra stops",
    "detention" => "Detention",
    "layover" => "Layover",
    "tarp" => "Tarp"
  }.freeze
  MILEAGE_KINDS = %w[loaded_miles empty_miles].freeze

  def self.lines(trip, plan) = new(trip, plan).lines

  def initialize(trip, plan)
    @trip = trip
    @plan = plan
  end

  def lines
    lines = [*base, extra_stops, detention, layover, tarp].compact
    lines << day_minimum(lines) if @plan.day_minimum_cents.positive?
    lines.compact!
    @plan.per_diem_mile_rate.positive? ? lines + per_diem(lines) : lines
  end

  private

  attr_reader :trip, :plan

  def base
    case plan.basis
    when :per_mile
      [
        times("loaded_miles", trip.loaded_miles, loaded_rate, places: 1),
        times("empty_miles", trip.empty_miles, plan.rates[:empty_mile_rate], places: 1)
      ]
    when :percent
      percentages
    when :hourly
      hours
    when :per_load
      [times("load", 1.to_d, plan.rates[:per_load])]
    when :per_ton
      [times("tons", trip.tons, plan.rates[:per_ton])]
    end
  end

  # The rate of the first band that the trip's loaded miles fit in; longer than all of them, the plan's own.
  def loaded_rate
    band = plan.haul_bands.find { |longest_miles, _| trip.loaded_miles <= longest_miles }
    band ? band.last : plan.rates[:loaded_mile_rate]
  end

  def percentages
    [
      percent("line_haul", trip.line_haul_cents),
      (percent("fuel_surcharge", trip.fuel_surcharge_cents) if plan.rates[:percent_of_fuel]),
      *trip
        .accessorials
        .select { |label, _| plan.percent_of.any? { |name| label.downcase.start_with?(name.downcase) } }
        .map { |label, cents| percent("accessorial", cents, label:) }
    ]
  end

  # One line for the hours at the plan's rate, and one for each activity with a rate of its own.
  def hours
    return [times("hours", trip.hours, plan.rates[:hourly_rate])] if trip.worked.empty?

    trip
      .worked
      .group_by { |row| plan.activity_rates.key?(row.activity) ? row.activity : nil }
      .sort_by { |activity, _| activity.to_s }
      .map do |activity, rows|
        label = activity ? "Hours #{activity.tr("_", " ")}" : "Hours"
        times("hours", rows.sum(BigDecimal(0), &:hours), plan.hour_rate(activity), label:)
      end
  end

  def extra_stops
    count = trip.stop_count - plan.stops_included
    times("extra_stops", count.to_d, Money.to_d(plan.extra_stop_cents)) if count.positive?
  end

  # In minutes, so that whole numbers do: the product with the rate is rounded once, in the line.
  def detention
    return if plan.detention_hourly_rate.zero?

    waited = trip.dwell_minutes.map { |dwell| Core::Pay::Wait.paid(dwell, plan) }
    minutes = waited.sum(&:minutes)
    return if minutes.zero?

    rate = Money.rate_text(plan.detention_hourly_rate)
    line("detention", "#{minutes} min", rate, waited.sum(&:dollars), share: false)
  end

  def layover
    return unless trip.layover_days.positive?

    times("layover", trip.layover_days.to_d, Money.to_d(plan.layover_daily_cents), share: false)
  end

  def tarp = (times("tarp", 1.to_d, Money.to_d(plan.tarp_cents)) if trip.tarped)

  # For each of its days a trip earns at least so much: what is missing.
  def day_minimum(lines)
    missing_cents = (trip.days * plan.day_minimum_cents) - lines.sum(&:amount_cents)
    return unless missing_cents.positive?

    of("earnings", "day_minimum", "Daily minimum", days, Money.text(plan.day_minimum_cents), missing_cents)
  end

  # Of the mileage pay, so much a mile is paid as per diem: it leaves the earnings and comes back as a
  # reimbursement, so that the sum stays. Never more than the mileage pay itself, nor than the plan's most a
  # day.
  # Source: Rev. Proc. 2019-48, section 4.03 (allowances by the mile), from memory.
  def per_diem(lines)
    mileage_cents = lines.select { |line| MILEAGE_KINDS.include?(line.kind) }.sum(&:amount_cents)
    wanted_cents = Money.cents(trip.miles * plan.per_diem_mile_rate * plan.share_percent / 100)
    most_cents = plan.per_diem_daily_cents && (plan.per_diem_daily_cents * trip.days)
    cents = [wanted_cents, mileage_cents, most_cents].compact.min
    return [] unless cents.positive?

    quantity, rate = days, Money.text(plan.per_diem_daily_cents || cents)
    if cents == wanted_cents
      quantity = Money.rate_text(trip.miles, places: 1)
      rate = Money.rate_text(plan.per_diem_mile_rate)
    end
    [
      of("earnings", "per_diem", "Of that, per diem", quantity, rate, -cents),
      of("reimbursements", "per_diem", "Per diem", quantity, rate, cents)
    ]
  end

  def days = "#{trip.days} days"

  # Nil where it comes to nothing: most trips wait nowhere and have no extra stop.
  def times(kind, quantity, rate, label: LABELS.fetch(kind), places: 0, share: true)
    return if quantity.zero? || rate.zero?

    quantity_text = Money.rate_text(quantity, places:)
    line(kind, quantity_text, Money.rate_text(rate), quantity * rate, label:, share:)
  end

  def percent(kind, base_cents, label: LABELS.fetch(kind))
    percent = plan.rates[:percent]
    rate = "#{Money.rate_text(percent, places: 0)}%"
    line(kind, Money.text(base_cents), rate, Money.to_d(base_cents) * percent / 100, label:)
  end

  # share - does a team driver's share apply? Rounded here, once.
  def line(kind, quantity, rate, dollars, label: LABELS.fetch(kind), share: true)
    whole = !share || plan.share_percent == 100
    amount_cents = Money.cents(whole ? dollars : dollars * plan.share_percent / 100)
    return if amount_cents.zero?

    label = "#{label} (#{Money.rate_text(plan.share_percent, places: 0)}% share)" unless whole
    of("earnings", kind, label, quantity, rate, amount_cents)
  end

  def of(section, kind, label, quantity, rate, amount_cents)
    Line.new(
      section:,
      kind:,
      label:,
      quantity:,
      rate:,
      amount_cents:,
      trip: trip.id,
      source_id: nil,
      deduction_id: nil
    )
  end
end
