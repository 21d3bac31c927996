# frozen_string_literal: true

# What is looked after each minute: where the trucks are, who is due to be asked, what is foreseen, which
# offices still owe an answer, what is old enough to go.
class Jobs::KeepWatch < Que::Job
  EVERY_SECONDS = 60
  self.maximum_retry_count = 1_000_000
  self.retry_interval = EVERY_SECONDS

  # The one job that keeps itself going: made when a worker starts, unless there is one.
  def self.keep_going
    enqueue unless Store::Queue.holds?(name)
  end

  def run
    self.class.call(Clock.now)
    DB.transaction do
      self.class.enqueue(job_options: { run_at: Time.now + EVERY_SECONDS })
      finish
    end
  end

  def self.call(now)
    rolling = Store::Freight.rolling_ids
    rolling.each { |trip_id| Work::Tracking::Fence.call(trip_id, now) }
    Work::Tracking::ScheduleAsking.ask_due(now)
    Work::Tracking::Foresee.refresh(rolling, now)
    Jobs::AskOffice.ask_after
    Jobs::AskForPayment.ask_after
    Store::Tracking.forget_positions(now)
  end
end
