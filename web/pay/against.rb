# frozen_string_literal: true

# What a statement differs in from the driver's one before: trips together, every other line by what it is of.
# What a driver asks first.
module Web::Pay::Against
  TRIPS = "Trips"

  # row - of Store::Pay.statement
  # Returns { from:, to:, net:, rows: [{ label:, before:, now: }] }, the greatest difference first; nil where
  # there is none before.
  def self.of(row)
    before =
      DB[:statements]
        .join(:pay_runs, id: :pay_run_id)
        .where(driver_id: row[:driver_id])
        .where(Sequel[:to_on] < row[:from_on])
        .reverse(:to_on)
        .select(Sequel[:statements][:id], :from_on, :to_on, :net)
        .first or return
    was, now = [before[:id], row[:id]].map { |id| sums(id) }
    rows =
      (was.keys | now.keys)
        .map { |key| row(now[key] || was[key], was[key], now[key]) }
        .reject { |one| one[:before] == one[:now] }
    rows = rows.sort_by { |one| [-(one[:now] - one[:before]).abs, one[:label]] }
    {
      from: before[:from_on].iso8601,
      to: before[:to_on].iso8601,
      net: money(before[:net]),
      rows: rows.map { |one| one.merge(before: money(one[:before]), now: money(one[:now])) }
    }
  end

  Sum = Core::Value.of(:label, :amount)

  def self.row(named, before, now) =
    { label: named.label, before: before ? before.amount : 0, now: now ? now.amount : 0 }

  # Sum by what the lines are of. A renamed deduction is the same one; its newer name is shown.
  def self.sums(statement_id)
    DB[:statement_lines]
      .where(statement_id:)
      .select(:kind, :source_id, :deduction_id, :label, :amount, :trip_id)
      .all
      .group_by { |line| line[:trip_id] ? TRIPS : identity(line) }
      .to_h do |key, lines|
        [
          key,
          Sum.new(
            label: key == TRIPS ? TRIPS : lines.last[:label],
            amount: lines.sum { |line| line[:amount] }
          )
        ]
      end
  end

  # What was carried of a deduction stands with it.
  def self.identity(line) =
    line[:deduction_id] ? [:deduction, line[:deduction_id]] : line.values_at(:kind, :source_id)

  def self.money(amount) = Money.text(Money.cents(amount))
  private_class_method :row, :sums, :identity, :money
end
