# frozen_string_literal: true

# What a driver has earned and is paid.
module Core::Pay
  # One driver, one period, to the cent.
  #
  # request - Terms::Request, from Document.read or built by the caller; trips are those not settled before
  #
  # Returns Terms::Statement: lines in the order in which they are taken, totals, what was short, what is held.
  # Raises Refused `trip_twice`, `advance_overpaid` with the path of the value.
  # Source: docs/areas/pay.md; 15 U.S.C. 1673 for garnishments.
  def self.settle(request) = Settlement.new(request).statement

  # The earnings of one trip under a plan, as lines; empty for a trip that earns nothing.
  def self.earnings(trip, plan) = Earnings.lines(trip, plan)

  # A settlement document (contract/cli/pay_settle.json) as Terms::Request, and a statement as such a document.
  def self.read(document) = Document.read(document)
  def self.present(statement) = Document.present(statement)
end
