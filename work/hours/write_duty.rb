# frozen_string_literal: true

# Writes into a driver's record what someone says of a stretch of time; what was said of it before stays to be
# seen. Where a logging device keeps the record, an edit by the carrier waits for the driver's yes (49 CFR
# 395.30(d)(1)); a paper record is copied as it is.
module Work::Hours::WriteDuty
  MOST_DAYS_BACK = 30

  # input - { key:, from:, to: (nil for until now and on), status:, why: }
  #
  # Returns the driver's id. Raises Refused `ends_before_start`, `in_future`, `too_old`,
  # `automatic_driving`.
  def self.call(driver_id, input, by:, now:)
    driver = Store::Fleet::Drivers.row(driver_id) or raise Store::NotFound.new("driver", driver_id)
    from, to = input.values_at(:from, :to).map { |time| time && Time.at(time.to_i / 60 * 60).utc }
    check(from, to, now)
    Work::Act.once(input[:key], "write_duty", by:, now:, input:) do |act|
      driver = Store::Fleet::Drivers.lock_softly(driver_id)
      refuse_shorter_driving(driver, from, to, input[:status])
      next propose(act, driver, from, to, input, by) if driver[:device_heard_at]

      edit_id =
        Store::Hours::DutyEdits.insert(driver_id:, source: "clerk", who: by.name, why: input[:why], at: now)
      write(driver_id, edit_id, from, to, input[:status])
      Store::Fleet::Drivers.at(driver_id).update(
        duty_heard_at: [driver[:duty_heard_at], to || now].compact.max
      )
      act.changed("driver", driver_id, { duty: [nil, told(input[:status], from, to)] }, why: input[:why])
      driver_id
    end
  end

  # A stretch as the trail keeps it.
  def self.told(status, from, to) = { status:, from_at: from.iso8601, to_at: to&.iso8601 }.compact

  # Driving recorded by the device itself is nobody's to shorten. Raises Refused `automatic_driving`.
  def self.refuse_shorter_driving(driver, from, to, status)
    heard_at = driver[:device_heard_at]
    return if heard_at.nil? || status == "driving"

    events = Store::Hours::DutyEntries.device_events(driver[:id])
    driving = Core::Hours::Automatic.driving(events, heard_at)
    shortened = Core::Hours::Automatic.shortened(driving, from, to) or return
    zone = TZInfo::Timezone.get(Store::Hours.drivers(driver[:id]).get(:zone))
    from_to = [shortened.from, shortened.to].map { |at| Core::Spoken.time(zone.to_local(at)) }
    raise Refused.new(
            "automatic_driving",
            "The device recorded driving from #{from_to.join(" to ")}: nobody may shorten that (49 CFR 395.30).",
            path: "/from"
          )
  end

  # What waits for the driver's yes. Returns the driver's id.
  def self.propose(act, driver, from, to, input, by)
    Store::Hours::DutyProposals.insert(
      driver_id: driver[:id],
      from_at: from,
      to_at: to,
      status: input[:status],
      who: by.name,
      why: input[:why].strip
    )
    act.changed(
      "driver",
      driver[:id],
      { duty_asked: [nil, told(input[:status], from, to)] },
      why: input[:why]
    )
    driver[:id]
  end

  # Puts a status in force from an instant to another, and what was in force then after it.
  def self.write(driver_id, edit_id, from, to, status)
    standing = Store::Hours::DutyEntries.standing(driver_id)
    after = to && standing.in_force_at(to)
    inside = standing.since(from)
    inside = inside.before(to) if to
    inside.update(undone_by: edit_id)
    Store::Hours::DutyEntries.insert(driver_id:, edit_id:, from_at: from, status:)
    return if to.nil? || standing.where(from_at: to).any?

    # Nothing was known before the first entry: then it is off duty.
    Store::Hours::DutyEntries.insert(
      driver_id:,
      edit_id:,
      from_at: to,
      status: after ? after[:status] : "off_duty",
      place: after ? after[:place] : ""
    )
  end

  def self.check(from, to, now)
    if to && to <= from
      raise Refused.new("ends_before_start", "This ends before it starts: put its times right.", path: "/to")
    end
    if from > now || (to && to > now)
      raise Refused.new(
              "in_future",
              "A record is of what has been: this is still to come.",
              path: to && to > now ? "/to" : "/from"
            )
    end
    if from < now - (MOST_DAYS_BACK * 86_400)
      raise Refused.new("too_old", "Records older than #{MOST_DAYS_BACK} days are closed.", path: "/from")
    end
  end
  private_class_method :check, :propose
end
