# frozen_string_literal: true

# Takes a logging device's output file into a driver's record, whole or not at all, and writes one from it.
module Work::Hours::DeviceFiles
  MOST_BYTES = 4_000_000
  EXPORTED_DAYS = 8

  # What the file says of its time, from its first event to its last, goes before what was said of it until
  # now.
  #
  # Returns the driver's id. Raises Refused `too_large`, `other_driver`, `in_future`, and what the file itself
  # is refused for.
  def self.import(driver_id, text, key:, by:, now:)
    driver = Store::Fleet::Drivers.row(driver_id) or raise Store::NotFound.new("driver", driver_id)
    if text.bytesize > MOST_BYTES
      raise Refused.new("too_large", "A file of more than 4 MB is no record of one driver.", path: "/file")
    end

    file = Core::Hours::DeviceFile.read(text)
    check(file, driver, now)
    Work::Act.once(
      key,
      "import_duty",
      by:,
      now:,
      input: {
        driver_id:,
        text: Digest::SHA256.hexdigest(text)
      }
    ) do |act|
      Store::Fleet::Drivers.lock_softly(driver_id)
      edit_id =
        Store::Hours::DutyEdits.insert(
          driver_id:,
          source: "device",
          who: by.name,
          why: "device file",
          at: now
        )
      events = write(driver_id, edit_id, file.events)
      last = Time.at(file.events.last.at * 60).utc
      Store::Fleet::Drivers.at(driver_id).update(
        duty_heard_at: [driver[:duty_heard_at], last].compact.max,
        device_heard_at: [driver[:device_heard_at], last].compact.max
      )
      act.changed(
        "driver",
        driver_id,
        { duty: [nil, "device file, #{events} changes of status to #{last.iso8601}"] }
      )
      driver_id
    end
  end

  # The last days of a driver's record as a device's output file.
  def self.export(driver_id, now:)
    driver = Store::Hours.drivers(driver_id).first or raise Store::NotFound.new("driver", driver_id)
    question, = Work::Hours::Question.of([driver], now)[driver_id]
    from = question.as_of - (EXPORTED_DAYS * 1440)
    stretches = question.stretches.select { |stretch| stretch.to > from }
    Core::Hours::DeviceFile.write(
      driver: names(driver[:name]),
      stretches:,
      days: question.days,
      carrier: Store::Company.row[:name],
      as_of: question.as_of
    )
  end

  # [last name, first names]
  def self.names(name) = name.strip.rpartition(" ").values_at(2, 0)

  def self.check(file, driver, now)
    same = file.driver.map(&:downcase) == names(driver[:name]).map(&:downcase)
    unless same
      raise Refused.new(
              "other_driver",
              "This file is #{file.driver.reverse.join(" ")}'s, not #{driver[:name]}'s.",
              path: "/line/2"
            )
    end
    if file.events.last.at > (now.to_i / 60) + 5
      raise Refused.new(
              "in_future",
              "This file speaks of what is still to come: the device's clock is off.",
              path: "/file"
            )
    end
  end

  # Of several statuses in one minute the last counts.
  def self.write(driver_id, edit_id, events)
    rows =
      events
        .group_by(&:at)
        .map do |at, same|
          {
            driver_id:,
            edit_id:,
            from_at: Time.at(at * 60).utc,
            status: same.last.status,
            latitude: same.last.latitude,
            longitude: same.last.longitude
          }
        end
    Store::Hours::DutyEntries.where(
      driver_id:,
      undone_by: nil,
      from_at: rows.first[:from_at]..rows.last[:from_at]
    ).update(undone_by: edit_id)
    Store::Hours::DutyEntries.multi_insert(rows)
    rows.length
  end
  private_class_method :names, :check, :write
end
