# frozen_string_literal: true

# Rates of drivers, each from a day on.
Store::Pay::Plans =
  Store::Table.of(:pay_plans) do
    def by_driver_latest_first =
      order(:driver_id, Sequel.desc(:in_force_from)).all.group_by { |row| row[:driver_id] }
    def with_overtime = exclude(overtime_after_hours: nil)
    def with_minimum = exclude(period_minimum: 0)
  end
