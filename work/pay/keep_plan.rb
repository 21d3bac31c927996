# frozen_string_literal: true

# Keeps a driver's rates from a day on. What his trips have earned since then and is on no locked statement
# follows; what is paid stays.
module Work::Pay::KeepPlan
  DECIMALS = %i[
    loaded_mile_rate
    empty_mile_rate
    percent
    hourly_rate
    per_load
    per_ton
    extra_stop
    detention_hourly
    layover_daily
    tarp
    period_minimum
    minimum_net
    overtime_after_hours
    per_diem_mile_rate
    per_diem_daily
    day_minimum
  ].freeze
  # Where nothing is agreed, there is no bound.
  NONE_IS_NONE = %i[overtime_after_hours per_diem_daily].freeze
  PLAIN = %i[
    basis
    percent_of_fuel
    stops_included
    miles_by
    detention_free_minutes
    detention_step_minutes
  ].freeze

  # input - { key:, version: of the plan of that very day, where there is one, in_force_from:, basis:,
  #         haul_bands: [{ to_miles:, rate: }], percent_of: [names], activity_rates: [{ activity:, rate: }],
  #         and DECIMALS and PLAIN }
  # Returns the driver's id. Raises Refused `rate_missing`, `bands_out_of_order`, `activity_twice`,
  # `per_diem_too_high`, Work::Stale.
  def self.call(driver_id, input, by:, now:)
    check(input)
    Work::Act.once(
      input[:key],
      "keep_pay_plan",
      by:,
      now:,
      input: Work::Act.plain(input.merge(driver_id:))
    ) do |act|
      raise Store::NotFound.new("driver", driver_id) unless Store::Fleet::Drivers.at(driver_id).any?

      row = row(input)
      same_day = Store::Pay::Plans.where(driver_id:, in_force_from: input[:in_force_from]).for_update.first
      if same_day
        Work::Stale.check(
          same_day,
          input[:version],
          of: ["driver", driver_id],
          act: "keep_pay_plan",
          yours: {
            rates: said(row)
          }
        ) { { rates: said(same_day) } }
      end
      before = Store::Fleet.pay_plan(driver_id, input[:in_force_from])
      Store::Pay::Plans.keep(
        { driver_id:, in_force_from: input[:in_force_from], **row },
        key: %i[driver_id in_force_from],
        version: true
      )
      follow(driver_id, now:)
      act.changed(
        "driver",
        driver_id,
        { "rates from #{input[:in_force_from]}" => [before && said(before), said(row)] }
      )
      driver_id
    end
  end

  # Every trip that is on no locked statement is paid by the rates of its day.
  def self.follow(driver_id, now:)
    Store::Pay::TripEarnings
      .where(driver_id:)
      .where(Store::Pay.unlocked)
      .select_hash(:id, :completed_on)
      .group_by(&:last)
      .each do |day, rows|
        Store::Pay::TripEarnings.at(rows.map(&:first)).update(
          pay_plan_id: Store::Fleet.pay_plan(driver_id, day)[:id]
        )
      end
    Work::Pay::BuildRun.drafts(Date.new(2000, 1, 1), only: [driver_id])
    Work::Pay::Items.note([driver_id], now:)
  end

  def self.check(input)
    needed = Core::Pay::Earnings::RATES.fetch(input[:basis].to_sym).first
    if BigDecimal(input[needed] || "0").zero?
      raise Refused.new("rate_missing", "Say at which rate this driver is paid.", path: "/#{needed}")
    end

    check_bands(input[:haul_bands].to_a)
    twice = input[:activity_rates].to_a.map { |one| one[:activity] }.tally.find { |_, times| times > 1 }
    if twice
      raise Refused.new(
              "activity_twice",
              "#{twice.first.tr("_", " ").capitalize} has two rates: leave one out.",
              path: "/activity_rates"
            )
    end

    per_diem, rates =
      BigDecimal(input[:per_diem_mile_rate] || "0"),
      [
        *input.values_at(:loaded_mile_rate, :empty_mile_rate),
        *input[:haul_bands].to_a.map { |band| band[:rate] }
      ]
    least = rates.map { |rate| BigDecimal(rate || "0") }.select(&:positive?).min
    if input[:basis] == "per_mile" && per_diem > (least || 0)
      raise Refused.new(
              "per_diem_too_high",
              "Per diem is a part of the mileage pay: it cannot be more than the least rate a mile.",
              path: "/per_diem_mile_rate"
            )
    end
  end

  def self.check_bands(bands)
    bands
      .each_cons(2)
      .with_index(1) do |(shorter, longer), i|
        next if longer[:to_miles] > shorter[:to_miles]

        raise Refused.new(
                "bands_out_of_order",
                "Each length of haul has to be longer than the one before.",
                path: "/haul_bands/#{i}/to_miles"
              )
      end
  end

  def self.row(input)
    decimals =
      DECIMALS.to_h do |name|
        [name, input[name] ? BigDecimal(input[name]) : (BigDecimal(0) unless NONE_IS_NONE.include?(name))]
      end
    input.slice(*PLAIN).merge(
      decimals,
      haul_bands: Sequel.pg_jsonb(input[:haul_bands].to_a.map { |band| band.slice(:to_miles, :rate) }),
      percent_of: Sequel.pg_array(input[:percent_of].to_a.map(&:strip).reject(&:empty?), :text),
      activity_rates: Sequel.pg_jsonb(input[:activity_rates].to_a.to_h { |one| [one[:activity], one[:rate]] })
    )
  end

  def self.said(row) =
    "#{row[:basis].tr("_", " ")} " \
      "#{Money.rate_text(row[Core::Pay::Earnings::RATES.fetch(row[:basis].to_sym).first])}"
  private_class_method :check, :check_bands, :row, :said
end
