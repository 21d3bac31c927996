# frozen_string_literal: true

# What one trip earns under a plan: one line a kind, each rounded once.
module Core::Pay::Earnings
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

  def self.lines(trip, plan)
    lines = base(trip, plan)
    if trip.stop_count > plan.stops_included
      lines << times(
        trip,
        plan,
        "Extra stops",
        [trip.stop_count - plan.stops_included, 0].max.to_d,
        Money.to_d(plan.extra_stop_cents)
      )
    end
    lines << detention(trip, plan)
    if trip.layover_days.positive?
      lines << times(
        trip,
        plan,
        "Layover",
        trip.layover_days.to_d,
        Money.to_d(plan.layover_daily_cents),
        share: false
      )
    end
    lines << times(trip, plan, "Tarp", 1.to_d, Money.to_d(plan.tarp_cents)) if trip.tarped
    lines.compact!
    lines << day_minimum(trip, plan, lines) if plan.day_minimum_cents.positive?
    lines.compact!
    plan.per_diem_mile_rate.positive? ? lines + per_diem(trip, plan, lines) : lines
  end

  def self.base(trip, plan)
    rates = plan.rates
    case plan.basis
    when :per_mile
      [
        times(trip, plan, "Loaded miles", trip.loaded_miles, loaded_rate(trip, plan), places: 1),
        times(trip, plan, "Empty miles", trip.empty_miles, rates[:empty_mile_rate], places: 1)
      ]
    when :percent
      [
        percent(trip, plan, "Line haul", trip.line_haul_cents),
        (percent(trip, plan, "Fuel surcharge", trip.fuel_surcharge_cents) if rates[:percent_of_fuel]),
        *accessorials(trip, plan)
      ]
    when :hourly
      hours(trip, plan)
    when :per_load
      [times(trip, plan, "Load", 1.to_d, rates[:per_load])]
    when :per_ton
      [times(trip, plan, "Tons", trip.tons, rates[:per_ton])]
    end
  end

  # The rate of the first band that the trip's loaded miles fit in; longer than all of them, the plan's own.
  def self.loaded_rate(trip, plan)
    band = plan.haul_bands.find { |longest_miles, _| trip.loaded_miles <= longest_miles }
    band ? band.last : plan.rates[:loaded_mile_rate]
  end

  def self.accessorials(trip, plan)
    trip
      .accessorials
      .select { |label, _| plan.percent_of.any? { |name| label.downcase.start_with?(name.downcase) } }
      .map { |label, cents| percent(trip, plan, label, cents) }
  end

  # One line for the hours at the plan's rate, and one for each activity with a rate of its own.
  def self.hours(trip, plan)
    return [times(trip, plan, "Hours", trip.hours, plan.rates[:hourly_rate])] if trip.worked.empty?

    kinds = trip.worked.group_by { |row| plan.activity_rates.key?(row.activity) ? row.activity : nil }
    kinds
      .sort_by { |activity, _| activity.to_s }
      .map do |activity, rows|
        label = activity ? "Hours #{activity.tr("_", " ")}" : "Hours"
        times(trip, plan, label, rows.sum(BigDecimal(0), &:hours), plan.hour_rate(activity))
      end
  end

  # In minutes, so that whole numbers do: a product with the rate is rounded once, in the line.
  def self.detention(trip, plan)
    step, rate = plan.detention_step_minutes, plan.detention_hourly_rate
    return if rate.zero?

    free = plan.detention_free_minutes
    minutes = trip.dwell_minutes.sum { |dwell| dwell > free ? (dwell - free) / step * step : 0 }
    unless minutes.zero?
      line(
        trip,
        plan,
        "Detention",
        "#{minutes} min",
        Money.rate_text(rate),
        rate.to_r * minutes / 60,
        share: false
      )
    end
  end

  # For each of its days a trip earns at least so much: what is missing.
  def self.day_minimum(trip, plan, lines)
    missing_cents = (trip.days * plan.day_minimum_cents) - lines.sum(&:amount_cents)
    return unless missing_cents.positive?

    Line.new(
      section: "earnings",
      label: "Daily minimum",
      quantity: "#{trip.days} days",
      rate: Money.text(plan.day_minimum_cents),
      amount_cents: missing_cents,
      trip: trip.id
    )
  end

  # Of the mileage pay, so much a mile is paid as per diem: it leaves the earnings and comes back as a
  # reimbursement, so that the sum stays.
  # Never more than the mileage pay itself, nor than the plan's most a day.
  # Source: Rev. Proc. 2019-48, section 4.03 (allowances by the mile), from memory.
  def self.per_diem(trip, plan, lines)
    mileage_cents = lines.select { |line| line.label.match?(/\A(?:Loaded|Empty) miles/) }.sum(&:amount_cents)
    wanted_cents = Money.cents(trip.miles * plan.per_diem_mile_rate * plan.share_percent / 100)
    cents = [
      wanted_cents,
      mileage_cents,
      plan.per_diem_daily_cents && (plan.per_diem_daily_cents * trip.days)
    ].compact.min
    return [] unless cents.positive?

    quantity, rate =
      (
        if cents == wanted_cents
          [Money.rate_text(trip.miles, places: 1), Money.rate_text(plan.per_diem_mile_rate)]
        else
          ["#{trip.days} days", Money.text(plan.per_diem_daily_cents || cents)]
        end
      )
    [
      Line.new(
        section: "earnings",
        label: "Of that, per diem",
        quantity:,
        rate:,
        amount_cents: -cents,
        trip: trip.id
      ),
      Line.new(
        section: "reimbursements",
        label: "Per diem",
        quantity:,
        rate:,
        amount_cents: cents,
        trip: trip.id
      )
    ]
  end

  # Nil where it comes to nothing: most trips wait nowhere and have no extra stop.
  def self.times(trip, plan, label, quantity, rate, places: 0, share: true)
    unless quantity.zero? || rate.zero?
      line(
        trip,
        plan,
        label,
        Money.rate_text(quantity, places:),
        Money.rate_text(rate),
        quantity * rate,
        share:
      )
    end
  end

  def self.percent(trip, plan, label, base_cents)
    percent = plan.rates[:percent]
    line(
      trip,
      plan,
      label,
      Money.text(base_cents),
      "#{Money.rate_text(percent, places: 0)}%",
      Money.to_d(base_cents) * percent / 100
    )
  end

  # share - does a team driver's share apply? Rounded here, once.
  def self.line(trip, plan, label, quantity, rate, dollars, share: true)
    whole = !share || plan.share_percent == 100
    amount_cents = Money.cents(whole ? dollars : dollars * plan.share_percent / 100)
    return if amount_cents.zero?

    label = "#{label} (#{Money.rate_text(plan.share_percent, places: 0)}% share)" unless whole
    Line.new(section: "earnings", label:, quantity:, rate:, amount_cents:, trip: trip.id)
  end

  private_class_method :line,
                       :base,
                       :loaded_rate,
                       :accessorials,
                       :hours,
                       :detention,
                       :day_minimum,
                       :per_diem,
                       :times,
                       :percent
end
