# frozen_string_literal: true

# What was sold to a factor, schedule by schedule.
module Reads::Billing::Factoring
  F = Store::Billing::Factoring
  # Schedules that are shown.
  MOST = 60
  # row - of the schedule; sold - rows with the invoice's number, customer and days
  Schedule =
    Core::Value.of(:row, :sold) do
      # Dollars: amount, advance, fee, and what is held back still.
      def sums
        whole = %i[amount advance fee].to_h { |name| [name, sold.sum(BigDecimal(0)) { |row| row[name] }] }
        {
          **whole,
          held:
            sold
              .reject { |row| row[:released_at] || row[:returned_at] }
              .sum(BigDecimal(0)) { |row| row[:reserve] }
        }
      end
    end

  # Array of Schedule, the latest first.
  def self.all
    rows = F::Schedules.reverse(:id).limit(MOST).all
    sold =
      F::Sold
        .with_invoice
        .where(schedule_id: rows.map { |row| row[:id] })
        .all
        .group_by { |row| row[:schedule_id] }
    rows.map { |row| Schedule.new(row:, sold: sold[row[:id]] || []) }
  end

  # Raises Store::NotFound.
  def self.of(id)
    row = F::Schedules.row(id) or raise Store::NotFound.new("factoring schedule", id)
    Schedule.new(
      row: {
        **row,
        company: Store::Company.row[:name]
      },
      sold: F::Sold.with_invoice.where(schedule_id: id).all
    )
  end
end
