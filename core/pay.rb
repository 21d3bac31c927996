# frozen_string_literal: true

# What a driver has earned and is paid.
module Core::Pay
  # What a plan has beyond its basis, where nothing is agreed.
  PLAIN_PLAN = {
    haul_bands: [].freeze,
    percent_of: [].freeze,
    activity_rates: {}.freeze,
    overtime_after_hours: nil,
    per_diem_mile_rate: BigDecimal(0),
    per_diem_daily_cents: nil,
    day_minimum_cents: 0
  }.freeze

  # One driver, one period, to the cent.
  #
  # request - Terms::Request, from Document.read or built by the caller; trips are those not settled before
  #
  # Returns Terms::Statement: lines in the order in which they are taken, totals, what was short, what is
  # held.
  # Raises Refused `trip_twice`, `advance_overpaid` with the path of the value.
  # Source: docs/areas/pay.md; 15 U.S.C. 1673 for garnishments.
  def self.settle(request) = Settlement.new(request).statement

  # The earnings of one trip under a plan, as lines, its per diem among them; empty for a trip that earns
  # nothing.
  def self.earnings(trip, plan) = Earnings.lines(trip, plan)

  # The minutes at one stop that a plan pays as detention, and their exact dollars: Wait::Paid.
  def self.waited(dwell_minutes, plan) = Wait.paid(dwell_minutes, plan)

  # A settlement document (contract/cli/pay_settle.json) as Terms::Request, and a statement as such a
  # document.
  def self.read(document) = Document.read(document)
  def self.present(statement) = Document.present(statement)
end
