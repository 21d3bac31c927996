# frozen_string_literal: true

# What a driver is paid for waiting at one stop. Common practice: his own terms, not the customer's.
module Core::Pay::Wait
  # minutes - whole steps beyond the plan's free time; dollars - exact, as a Rational
  Paid = Value.of(:minutes, :dollars)

  # Which of the stops (indexes) a driver waited at beyond the free time of his plan.
  def self.over(dwell_minutes, free_minutes) =
    dwell_minutes.each_index.select { |i| dwell_minutes[i] > free_minutes }

  # dwell_minutes - Integer, from arrival to departure; plan - Terms::Plan. Returns Paid.
  def self.paid(dwell_minutes, plan)
    step = plan.detention_step_minutes
    minutes = [dwell_minutes - plan.detention_free_minutes, 0].max / step * step
    Paid.new(minutes:, dollars: plan.detention_hourly_rate.to_r * minutes / 60)
  end
end
