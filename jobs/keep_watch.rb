# frozen_string_literal: true

# What is looked after each minute: where the trucks are, who is due to be asked, what is foreseen, which
# offices still owe an answer, what is old enough to go.
class Jobs::KeepWatch < Que::Job
  include Jobs::EachMinute

  def self.call(now)
    rolling = Store::Freight.rolling_ids
    rolling.each { |trip_id| Work::Tracking::Fence.call(trip_id, now) }
    Work::Tracking::ScheduleAsking.ask_due(now)
    Work::Tracking::Foresee.refresh(rolling, now)
    Jobs::AskOffice.ask_after
    Jobs::AskForPayment.ask_after
    Store::Tracking.forget_positions(now)
  end

  private

  def look = self.class.call(Clock.now)
end
