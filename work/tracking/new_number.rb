# frozen_string_literal: true

# A driver's telephone number has changed: whoever has the old one opens nothing any more and hears of it, and pay is
# not read on the new one until the driver has typed the PIN that he had, or a second person has confirmed it.
module Work::Tracking::NewNumber
  # Within the act that changes it. before - row of the driver; phone - the new number
  def self.given(before, phone, by:, now:)
    return if phone.nil? || phone == before[:phone]

    Store::Tracking.revoke_links(before[:id], now)
    Store::Fleet::Drivers.at(before[:id]).update(
      new_number_by: by.ref,
      # What he was last known by stays it, however often it is changed before anybody confirms one.
      number_before: before[:new_number_by] ? before[:number_before] : before[:phone],
      new_number_at: now,
      # A PIN that was set while a number waited is nobody's word for the next one.
      new_number_pin: before[:new_number_by] ? before[:new_number_pin] : !before[:pin_digest].nil?
    )
    return if before[:phone].empty?

    Work::Tracking::WriteText.say(
      { driver_id: before[:id], phone: before[:phone] },
      nil,
      "number_changed",
      now
    )
  end

  # A second person has spoken with the driver. Returns the driver's id. Raises Store::NotFound, Refused
  # `no_new_number`, `second_person`.
  def self.confirm(driver_id, input, by:, now:)
    Work::Act.once(input[:key], "confirm_number", by:, now:, input: input.merge(driver_id:)) do |act|
      driver = Store::Fleet::Drivers.lock(driver_id) or raise Store::NotFound.new("driver", driver_id)
      if driver[:new_number_by].nil?
        raise Refused.new("no_new_number", "#{driver[:name]} has no number that waits.", path: "")
      end
      if driver[:new_number_by] == by.ref
        raise Refused.new("second_person", "You changed it yourself: somebody else confirms it.", path: "")
      end

      known(driver_id)
      act.changed("driver", driver_id, { "new number" => [nil, "confirmed"] })
      driver_id
    end
  end

  # Raises Refused `number_new` while nobody knows whose phone it is.
  def self.check(driver_id)
    return if Store::Fleet::Drivers.at(driver_id).get(:new_number_by).nil?

    raise Refused.new(
            "number_new",
            "Your number is new: the office confirms it before pay is shown here.",
            path: ""
          )
  end

  def self.known(driver_id) =
    Store::Fleet::Drivers.at(driver_id).update(
      new_number_by: nil,
      new_number_at: nil,
      new_number_pin: false,
      number_before: nil
    )
end
