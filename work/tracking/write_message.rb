# frozen_string_literal: true

# A driver writes to dispatch, from his page or by text.
module Work::Tracking::WriteMessage
  # input - { key:, body:, done_at: or nil, phone_at: or nil }. Returns the driver's id. Raises Refused
  #         `message_empty`.
  def self.call(input, driver:, now:)
    Work::Act.once(
      input[:key],
      "write_message",
      by: driver,
      now:,
      input: Work::Act.plain(input.except(:phone_at))
    ) do |act|
      body = input[:body].to_s.strip
      raise Refused.new("message_empty", "The message is empty.", path: "/body") if body.empty?

      off = input[:phone_at] ? now - input[:phone_at] : 0
      keep(
        driver.id,
        driver.name,
        body,
        now,
        at: [
          (input[:done_at] || now) + (off.abs > Work::Tracking::CLOCK_TOLERANCE_SECONDS ? off : 0),
          now
        ].min
      )
      act.changed("message", driver.id, { message: [nil, body] })
      driver.id
    end
  end

  # Within an act. Returns the message's id.
  def self.keep(driver_id, name, body, now, at: now, not_understood: false)
    Store::Tracking::Messages.insert(
      driver_id:,
      trip_id: Work::Tracking::Position.under_way(driver_id)&.fetch(:id),
      from_driver: true,
      by: name,
      body:,
      at:,
      heard_at: now,
      not_understood:
    )
  end

  # Both sides mark what they have read. reader - driver or dispatch; upto - id of the last message that was
  # shown
  def self.read(driver_id, reader:, upto:, by:, now:)
    Work::Act.once(nil, "read_messages", by:, now:) do |act|
      read =
        Store::Tracking::Messages
          .where(driver_id:, from_driver: reader == "dispatch", read_at: nil)
          .up_to(upto)
          .update(read_at: now)
      act.changed("message", driver_id) if read.positive?
      driver_id
    end
  end
end
