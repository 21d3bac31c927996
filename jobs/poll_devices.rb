# frozen_string_literal: true

# Asks the device service what is new, and itself again a minute later. An outage loses nothing: the next
# answer reaches back to where the last one ended.
class Jobs::PollDevices < Que::Job
  EVERY_SECONDS = 60
  # So far back a device that was never heard is asked.
  FIRST_DAYS = 15

  # The one job that keeps itself going: made when a worker starts, unless there is one.
  def self.keep_going
    enqueue unless Store::Queue.holds?(name)
  end

  # Any other trouble than an outage is the queue's to try again, as the same job and for as long as it takes.
  self.maximum_retry_count = 1_000_000
  self.retry_interval = EVERY_SECONDS

  def run
    take_what_is_there
    DB.transaction do
      self.class.enqueue(job_options: { run_at: Time.now + EVERY_SECONDS })
      finish
    end
  end

  private

  def take_what_is_there
    take
  rescue Services::Unreachable => e
    warn JSON.generate(level: "warn", job: self.class.name, message: e.message)
  end

  def take
    now = Clock.now
    drivers = Store::Fleet.heard_drivers
    since = drivers.values.filter_map(&:last).min || (now - (FIRST_DAYS * 86_400))
    said = Services::DeviceService.current.said([since, now - (FIRST_DAYS * 86_400)].max, now)
    said.events.each do |number, events|
      next unless drivers[number]

      Work::Hours::TakeDeviceEvents.call(drivers[number].first, events, heard_at: said.heard_at, now:)
    end
    said.positions.each do |number, points|
      drivers[number] && points.any? &&
        Work::Tracking::Position.by_device(drivers[number].first, points, now:)
    end
  end
end
