# frozen_string_literal: true

# Writes into a driver's record what someone says of a stretch of time; what was said of it before stays to be
# seen.
module Work::Hours::WriteDuty
  MOST_DAYS_BACK = 30

  # input - { key:, from:, to: (nil for until now and on), status:, why: }
  #
  # Returns the driver's id. Raises Refused `ends_before_start`, `in_future`, `too_old`.
  def self.call(driver_id, input, by:, now:)
    driver = Store::Fleet::Drivers.row(driver_id) or raise Store::NotFound.new("driver", driver_id)
    from, to = input.values_at(:from, :to).map { |time| time && Time.at(time.to_i / 60 * 60).utc }
    check(from, to, now)
    Work::Act.once(input[:key], "write_duty", by:, now:, input:) do |act|
      Store::Fleet::Drivers.lock_softly(driver_id)
      edit_id =
        Store::Hours::DutyEdits.insert(driver_id:, source: "clerk", who: by.name, why: input[:why], at: now)
      write(driver_id, edit_id, from, to, input[:status])
      Store::Fleet::Drivers.at(driver_id).update(
        duty_heard_at: [driver[:duty_heard_at], to || now].compact.max
      )
      act.changed(
        "driver",
        driver_id,
        { duty: [nil, "#{input[:status]} from #{from.iso8601}#{" to #{to.iso8601}" if to}"] },
        why: input[:why]
      )
      driver_id
    end
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
  private_class_method :check
end
