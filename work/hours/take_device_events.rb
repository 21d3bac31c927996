# frozen_string_literal: true

# Takes what a logging device says of its driver: changes of status in order, as far as they are new.
module Work::Hours::TakeDeviceEvents
  # events - Array of { at: Time, status:, place:, latitude:, longitude: }, in order; heard_at - until when
  #          the device speaks
  #
  # A device repeats itself: events that are in the record already are passed over. What a clerk has put right
  # since stays.
  # Returns how many were new.
  def self.call(driver_id, events, heard_at:, now:)
    DB.transaction do
      driver = Store::Fleet::Drivers.lock_softly(driver_id)
      known = driver[:duty_heard_at]
      fresh = known ? events.select { |event| event[:at] > known } : events
      fresh = fresh.reject { |event| event[:at] > heard_at }
      next 0 if fresh.empty? && known && known >= heard_at

      write(driver_id, fresh, now)
      Store::Fleet::Drivers.at(driver_id).update(duty_heard_at: heard_at)
      Store::Changes.announce([["hours", driver_id]], act: "device", who: "device", at: now) if fresh.any?
      fresh.length
    end
  end

  def self.write(driver_id, events, now)
    return if events.empty?

    edit_id = Store::Hours::DutyEdits.insert(driver_id:, source: "device", who: "logging device", at: now)
    taken =
      Store::Hours::DutyEntries.where(
        driver_id:,
        undone_by: nil,
        from_at: events.map { |event| event[:at] }
      ).select_map(:from_at)
    rows = events.uniq { |event| event[:at] }.reject { |event| taken.include?(event[:at]) }
    Store::Hours::DutyEntries.multi_insert(
      rows.map do |event|
        {
          driver_id:,
          edit_id:,
          from_at: event[:at],
          status: event[:status],
          place: event[:place] || "",
          latitude: event[:latitude],
          longitude: event[:longitude]
        }
      end
    )
  end
  private_class_method :write
end
