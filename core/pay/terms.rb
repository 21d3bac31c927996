# frozen_string_literal: true

# The values that a settlement is computed from and answers with. Amounts are whole cents, rates BigDecimal
# dollars, percentages BigDecimal (25 means 25%), miles, tons and hours BigDecimal, days Date.
module Core::Pay::Terms
  Period =
    Value.of(:from, :to, :frequency) do
      def days = (to - from).to_i + 1
      def days_active(unit) =
        [([to, unit.active_to || to].min - [from, unit.active_from].max).to_i + 1, 0].max
    end

  # rates - Hash of the basis's own rates, as `RATES` of Core::Pay::Earnings names them
  # haul_bands - Array of [longest length of haul in miles, dollars a loaded mile], shortest first; empty
  #              where one rate holds for all
  # percent_of - names of accessorials that a percentage is of: those whose label begins so
  # activity_rates - dollars an hour by activity, where it is not the plan's hourly rate; overtime_after_hours
  #                  - of a week, nil for none
  # per_diem_mile_rate - dollars a mile of the mileage pay that are paid as per diem; per_diem_daily_cents -
  #                      the most of it a day, nil for no limit
  # day_minimum_cents - what a trip earns at least for each of its days
  Plan =
    Value.of(
      :basis,
      :rates,
      :extra_stop_cents,
      :stops_included,
      :detention_hourly_rate,
      :detention_free_minutes,
      :detention_step_minutes,
      :layover_daily_cents,
      :tarp_cents,
      :period_minimum_cents,
      :share_percent,
      :haul_bands,
      :percent_of,
      :activity_rates,
      :overtime_after_hours,
      :per_diem_mile_rate,
      :per_diem_daily_cents,
      :day_minimum_cents
    ) do
      # Dollars an hour of an activity.
      def hour_rate(activity) = activity_rates.fetch(activity) { rates[:hourly_rate] }
    end
  # Hours of one activity on one day.
  Worked = Value.of(:day, :activity, :hours)
  Driver = Value.of(:id, :plan, :minimum_net_cents, :carried_in_cents)
  # plan - the Plan this trip is paid by, or nil for the driver's: rates change, and a driver may share one
  #        trip and not the next
  # accessorials - Array of [label, cents]; worked - Array of Worked, empty where only `hours` are told; days
  #                - on which the trip was driven
  Trip =
    Value.of(
      :id,
      :plan,
      :completed_on,
      :papers_in,
      :loaded_miles,
      :empty_miles,
      :line_haul_cents,
      :fuel_surcharge_cents,
      :tons,
      :hours,
      :dwell_minutes,
      :layover_days,
      :tarped,
      :accessorials,
      :worked,
      :days
    ) do
      def miles = loaded_miles + empty_miles
      def stop_count = dwell_minutes.length
    end
  # Identity is an id, never a label. id - of the item, nil where a document has none; deduction_id - of the
  # recurring deduction that it was short of, or that keeps the money given back; nil for any other
  OneTime = Value.of(:id, :kind, :label, :amount_cents, :deduction_id)
  # rent_daily_cents - what the company pays the driver for each day on which it used his unit
  Unit = Value.of(:id, :tags, :active_from, :active_to, :fee_cents, :rent_daily_cents)
  Garnishment = Value.of(:id, :kind, :label, :amount_cents, :limit_percent)
  Advance =
    Value.of(:id, :label, :principal_cents, :fee_fixed_cents, :fee_percent, :installments, :taken, :push) do
      def total_cents =
        principal_cents + fee_fixed_cents + Money.cents(Money.exact(principal_cents) * fee_percent.to_r / 100)
      def due_cents = push || taken == installments ? 0 : Money.installments(total_cents, installments)[taken]
    end
  # amount, own_amount - BigDecimal or nil: dollars, a percentage or dollars a mile, as the basis says
  Recurring =
    Value.of(
      :id,
      :label,
      :basis,
      :amount,
      :priority,
      :own_amount,
      :if_short,
      :goal_cents,
      :balance_cents,
      :tag,
      :prorated
    ) { def rate = own_amount || amount }

  # worked_before - Array of Worked that earlier statements have paid: it counts toward the overtime of its
  #                 week
  Request =
    Value.of(
      :period,
      :driver,
      :trips,
      :one_time,
      :units,
      :garnishments,
      :advances,
      :recurring,
      :taxes_cents,
      :worked_before
    )

  # One printed line. quantity and rate are texts that explain the amount; amounts taken are negative.
  # kind - what it is, as `statement_lines_kind_known` of the database lists them; source_id - of the item, advance, order or deduction
  #        behind it, by its kind; deduction_id - the recurring deduction whose goal or fund it counts to
  Line = Value.of(:section, :kind, :label, :quantity, :rate, :amount_cents, :trip, :source_id, :deduction_id)
  Short = Value.of(:kind, :label, :amount_cents, :carried, :source_id, :deduction_id)
  Held = Value.of(:trip, :reason)
  Statement =
    Value.of(:lines, :gross_cents, :reimbursements_cents, :deductions_cents, :short, :held, :notes) do
      def net_cents = gross_cents + reimbursements_cents - deductions_cents
      def carried_out_cents = [-net_cents, 0].max
    end
end
