# frozen_string_literal: true

# What a statement differs in from the driver's one before: trips together, every other line by what it is of,
# whatever it is called. What a driver asks first.
module Core::Pay::Against
  TRIPS = "Trips"

  # kind, source_id, deduction_id - what it is of; trip - whether a trip earned it; amount - BigDecimal dollars
  Line = Core::Value.of(:kind, :source_id, :deduction_id, :trip, :label, :amount)
  Difference = Core::Value.of(:label, :before, :now) { def amount = now - before }

  # before, now - Array of Line
  # Returns Array of Difference, the greatest first; equal ones by label. What did not change is left out.
  def self.of(before, now)
    was, is = sums(before), sums(now)
    (was.keys | is.keys)
      .map { |key| difference(was[key], is[key]) }
      .reject { |one| one.amount.zero? }
      .sort_by { |one| [-one.amount.abs, one.label] }
  end

  # Sum by identity. A renamed deduction is the same one; its newer name is shown.
  def self.sums(lines) =
    lines
      .group_by { |line| identity(line) }
      .transform_values { |list| [list.last.trip ? TRIPS : list.last.label, list.sum(&:amount)] }

  # What was carried of a deduction stands with it.
  def self.identity(line)
    return TRIPS if line.trip

    line.deduction_id ? [:deduction, line.deduction_id] : [line.kind, line.source_id]
  end

  def self.difference(was, is) =
    Difference.new(label: (is || was)[0], before: was ? was[1] : 0, now: is ? is[1] : 0)
  private_class_method :sums, :identity, :difference
end
