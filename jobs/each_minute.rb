# frozen_string_literal: true

# What a job does that is done again and again for as long as the worker runs: there is one of it, and each makes the
# next as it ends. An outage of a service outside is told and waited out; any other trouble is the queue's to try
# again, as the same job and for as long as it takes. A job says what it does each time in `look`.
module Jobs::EachMinute
  EVERY_SECONDS = 60
  # A service that is out of reach is asked again no sooner.
  AWAY_SECONDS = 10

  def self.included(job)
    job.extend(Keeping)
    job.maximum_retry_count = 1_000_000
    job.retry_interval = EVERY_SECONDS
  end

  # Made when a worker starts, unless there is one.
  module Keeping
    def keep_going
      enqueue unless Store::Queue.holds?(name)
    end
  end

  def run
    wait = looked ? every_seconds : [every_seconds, AWAY_SECONDS].max
    DB.transaction do
      self.class.enqueue(job_options: { run_at: Time.now + wait })
      # One done every few seconds would fill the queue with what nobody reads.
      destroy
    end
  end

  private

  # For a job that may not wait so long.
  def every_seconds = EVERY_SECONDS

  # Whether its service was there.
  def looked
    look
    true
  rescue Services::Unreachable => e
    warn JSON.generate(level: "warn", job: self.class.name, message: e.message)
    false
  end
end
