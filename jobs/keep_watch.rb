# frozen_string_literal: true

# What is looked after each minute: where the trucks are, who is due to be asked, what is foreseen, which
# offices still owe an answer, what is old enough to go.
class Jobs::KeepWatch < Que::Job
  EVERY_SECONDS = 60
  self.maximum_retry_count = 1_000_000
  self.retry_interval = EVERY_SECONDS

  # The one job that keeps itself going: made when a worker starts, unless there is one.
  def self.keep_going
    enqueue if DB[:que_jobs].where(job_class: name, finished_at: nil, expired_at: nil).empty?
  end

  def run
    self.class.call(Clock.now)
    DB.transaction do
      self.class.enqueue(job_options: { run_at: Time.now + EVERY_SECONDS })
      finish
    end
  end

  def self.call(now)
    rolling = DB[:trips].where(state: "rolling").select_map(:id)
    rolling.each { |trip_id| Work::Tracking::Fence.call(trip_id, now) }
    Work::Tracking::ScheduleAsking.ask_due(now)
    Work::Tracking::Foresee.refresh(rolling, now)
    Jobs::AskOffice.ask_after
    Jobs::AskForPayment.ask_after
    DB[:positions].where { at < now - (Store::Tracking.settings[:positions_kept_days] * 86_400) }.delete
  end
end
