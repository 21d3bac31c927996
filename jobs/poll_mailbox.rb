# frozen_string_literal: true

# Asks the mail service what came to our mailbox, and itself again a minute later. An outage loses nothing: the next
# answer reaches back to the last mail that was taken.
class Jobs::PollMailbox < Que::Job
  EVERY_SECONDS = 60

  # The one job that keeps itself going: made when a worker starts, unless there is one.
  def self.keep_going
    enqueue unless Store::Queue.holds?(name)
  end

  self.maximum_retry_count = 1_000_000
  self.retry_interval = EVERY_SECONDS

  def run
    take
    DB.transaction do
      self.class.enqueue(job_options: { run_at: Time.now + EVERY_SECONDS })
      finish
    end
  end

  private

  def take
    Work::Tracking::TakeScans.call(
      Services::MailService.current.received(after: Work::Tracking::TakeScans.upto),
      now: Clock.now
    )
  rescue Services::Unreachable => e
    warn JSON.generate(level: "warn", job: self.class.name, message: e.message)
  end
end
