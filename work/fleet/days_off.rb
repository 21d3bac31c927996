# frozen_string_literal: true

# Time off of a driver: fits within it are blocked.
module Work::Fleet::DaysOff
  # input - { key:, from_on:, to_on:, why: }. Raises Refused `dates_reversed`.
  def self.take(driver_id, input, by:, now:)
    Work::Act.once(input[:key], "take_days_off", by:, now:, input: input.merge(driver_id:)) do |act|
      Store::Fleet::Drivers.lock(driver_id) or raise Store::NotFound.new("driver", driver_id)
      if input[:to_on] < input[:from_on]
        raise Refused.new("dates_reversed", "The last day is before the first.", path: "/to_on")
      end

      id =
        Store::Fleet::DaysOff.insert(
          driver_id:,
          from_on: input[:from_on],
          to_on: input[:to_on],
          why: input[:why].to_s.strip
        )
      act.changed(
        "driver",
        driver_id,
        { days_off: [nil, "#{input[:from_on]} to #{input[:to_on]}"] },
        why: input[:why]
      )
      id
    end
  end

  def self.drop(id, by:, now:)
    Work::Act.once(nil, "drop_days_off", by:, now:) do |act|
      row = Store::Fleet::DaysOff.row(id) or raise Store::NotFound.new("time off", id)
      Store::Fleet::DaysOff.at(id).delete
      act.changed("driver", row[:driver_id], { days_off: ["#{row[:from_on]} to #{row[:to_on]}", nil] })
      row[:driver_id]
    end
  end
end
