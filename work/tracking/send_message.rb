# frozen_string_literal: true

# Dispatch writes to a driver: on his page, and by text so that he looks.
module Work::Tracking::SendMessage
  # input - { key:, body:, trip_id: or nil }. Returns the driver's id. Raises Refused `message_empty`,
  #         `no_phone`.
  def self.call(driver_id, input, by:, now:)
    Work::Act.once(input[:key], "send_message", by:, now:, input: input.merge(driver_id:)) do |act|
      driver = Store::Fleet::Drivers.row(driver_id) or raise Store::NotFound.new("driver", driver_id)
      body = input[:body].to_s.strip
      raise Refused.new("message_empty", "The message is empty.", path: "/body") if body.empty?
      if driver[:phone].empty?
        raise Refused.new("no_phone", "#{driver[:name]} has no telephone number in the directory.", path: "")
      end

      trip = input[:trip_id] && Store::Freight::Trips.of_driver(driver_id).at(input[:trip_id]).get(:id)
      message_id =
        Store::Tracking::Messages.insert(
          driver_id:,
          trip_id: trip,
          from_driver: false,
          by: by.name,
          body:,
          at: now,
          heard_at: now
        )
      Work::Tracking::WriteText.say(
        { driver_id:, phone: driver[:phone] },
        trip,
        "message",
        now,
        message_id:,
        body:
      )
      # Who answers has read what was asked.
      Store::Tracking::Messages.where(driver_id:, from_driver: true, read_at: nil).update(read_at: now)
      act.changed("message", driver_id, { message: [nil, body] })
      driver_id
    end
  end
end
