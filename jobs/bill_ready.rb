# frozen_string_literal: true

# Bills what is ready of customers who are billed by a rule, moments after it is.
class Jobs::BillReady < Que::Job
  include Jobs::EachMinute

  EVERY_SECONDS = 5

  private

  def every_seconds = EVERY_SECONDS
  def look = Work::Billing::BillByRule.call(now: Clock.now)
end
