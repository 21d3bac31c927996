# frozen_string_literal: true

# Writes into a driver's record what someone says of a stretch of time; what was said of it before stays to be
# seen.
module Work::Hours::WriteDuty
  MOST_DAYS_BACK = 30

  # input - { key:, from:, to: (nil for until now and on), status:, why: }
  #
  # Returns the driver's id. Raises Refused `ends_before_start`, `in_future`, `too_old`.
  def self.call(driver_id, input, by:, now:)
    driver = DB[:drivers].first(id: driver_id) or raise Store::NotFound.new("driver", driver_id)
    from, to = input.values_at(:from, :to).map { |time| time && Time.at(time.to_i / 60 * 60).utc }
    check(from, to, now)
    Work::Act.once(input[:key], "write_duty", by:, now:, input:) do |act|
      DB[:drivers].where(id: driver_id).lock_style("FOR NO KEY UPDATE").get(:id)
      edit_id = DB[:duty_edits].insert(driver_id:, source: "clerk", who: by.name, why: input[:why], at: now)
      write(driver_id, edit_id, from, to, input[:status])
      DB[:drivers].where(id: driver_id).update(duty_heard_at: [driver[:duty_heard_at], to || now].compact.max)
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
    standing = DB[:duty_entries].where(driver_id:, undone_by: nil)
    after = to && standing.where { from_at <= to }.reverse(:from_at).first
    inside = standing.where { from_at >= from }
    inside = inside.where { from_at < to } if to
    inside.update(undone_by: edit_id)
    DB[:duty_entries].insert(driver_id:, edit_id:, from_at: from, status:)
    return if to.nil? || standing.where(from_at: to).any?

    # Nothing was known before the first entry: then it is off duty.
    DB[:duty_entries].insert(
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
