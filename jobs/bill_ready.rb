# frozen_string_literal: true

# Bills what is ready of customers who are billed by a rule, moments after it is.
class Jobs::BillReady < Que::Job
  include Jobs::EachMinute

  # Before what may wait: a customer is billed within the minute, however much of the road is still looked through.
  self.priority = 60
  EVERY_SECONDS = 5

  private

  def every_seconds = EVERY_SECONDS
  def look = Work::Billing::BillByRule.call(now: Clock.now)
end
