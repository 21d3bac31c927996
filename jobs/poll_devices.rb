# frozen_string_literal: true

# Asks the device service each minute what is new. An outage loses nothing: the next answer reaches back to where the
# last one ended.
class Jobs::PollDevices < Que::Job
  include Jobs::EachMinute

  # So far back a device that was never heard is asked.
  FIRST_DAYS = 15

  private

  def look
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
