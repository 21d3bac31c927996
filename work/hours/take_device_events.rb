# frozen_string_literal: true

# Takes what a logging device says of its driver: changes of status in order, as far as they are new.
module Work::Hours::TakeDeviceEvents
  # events - Array of { at: Time, status:, place:, latitude:, longitude: }, in order; heard_at - until when
  #          the device speaks
  #
  # A device repeats itself: events that are in the record already are passed over. What people have put right
  # of a time that the device had told stays; what they said of a time before it was told gives way: from the
  # first event in it, and at once where the device was driving.
  # Returns how many were new.
  def self.call(driver_id, events, heard_at:, now:)
    DB.transaction do
      driver = Store::Fleet::Drivers.lock_softly(driver_id)
      known = driver[:device_heard_at]
      fresh = known ? events.select { |event| event[:at] > known } : events
      fresh = fresh.reject { |event| event[:at] > heard_at }
      next 0 if fresh.empty? && known && known >= heard_at

      said = told_before(driver_id, known, fresh, heard_at)
      changed = write(driver_id, fresh, said, now)
      Store::Fleet::Drivers.at(driver_id).update(
        device_heard_at: [known, heard_at].compact.max,
        duty_heard_at: [driver[:duty_heard_at], heard_at].compact.max
      )
      Store::Changes.announce([["hours", driver_id]], act: "device", who: "device", at: now) if changed
      fresh.length
    end
  end

  # What people said of the time that the device tells of now.
  def self.told_before(driver_id, known, fresh, heard_at)
    driving = known && Store::Hours::DutyEntries.device_status(driver_id, known) == "driving"
    from = driving ? known : fresh.first&.fetch(:at)
    Store::Hours::DutyEntries.by_people(driver_id).where(from_at: from..heard_at).select_map(:id) if from
  end

  # Returns whether anything changed.
  def self.write(driver_id, events, said, now)
    return false if events.empty? && said.to_a.empty?

    edit_id = Store::Hours::DutyEdits.insert(driver_id:, source: "device", who: "logging device", at: now)
    Store::Hours::DutyEntries.where(id: said.to_a).update(undone_by: edit_id)
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
    true
  end
  private_class_method :told_before, :write
end
