# frozen_string_literal: true

# What a driver sets on his own phone: language, whether it may tell where he is, a PIN; and how long his
# links are good.
module Work::Tracking::CabSettings
  PIN_FAILURES = 5

  # input - { key:, language:, consent:, pin: }, all but the key optional; pin "" takes it off
  def self.call(input, driver:, now:)
    Work::Act.once(
      input[:key],
      "cab_settings",
      by: driver,
      now:,
      input: input.merge(pin: input[:pin] && "set")
    ) do |act|
      row = Store::Fleet::Drivers.lock(driver.id)
      change = {}
      change[:languages] = Sequel.pg_array(
        [input[:language], *(row[:languages].to_a - [input[:language]])],
        :text
      ) if input[:language]
      change[:position_consent_at] = input[:consent] ? row[:position_consent_at] || now : nil if input.key?(
        :consent
      )
      change = {
        **change,
        pin_digest: input[:pin].empty? ? nil : Argon2::Password.create(input[:pin]),
        pin_failures: 0
      } if input[:pin]
      Store::Fleet::Drivers.at(driver.id).update(change) if change.any?
      act.changed(
        "driver",
        driver.id,
        { cab: [nil, change.keys.join(", ").sub("pin_digest, pin_failures", "PIN")] }
      )
      driver.id
    end
  end

  # What a phone shows from now on. Raises Refused `wrong_pin`.
  def self.unlock(driver_id, pin, now:)
    driver = Store::Fleet.find(:drivers, driver_id)
    return Store::Tracking.unlock_token(driver) if pin?(driver, pin, now:)

    raise Refused.new(
            "wrong_pin",
            "That is not the PIN. After #{PIN_FAILURES} wrong ones the link is over.",
            path: "/pin"
          )
  end

  # Is it his PIN? After five wrong ones the links are revoked: a new link comes from dispatch.
  def self.pin?(driver, pin, now:)
    return true if driver[:pin_digest].nil?
    tries = Store::Tracking.count_pin_try(driver[:id], PIN_FAILURES) or return false
    good = Argon2::Password.verify_password(pin.to_s, driver[:pin_digest])
    if good
      Store::Fleet::Drivers.at(driver[:id]).update(pin_failures: 0)
      # It is he who has the new number.
      Work::Tracking::NewNumber.known(driver[:id]) if driver[:new_number_pin]
    elsif tries >= PIN_FAILURES
      Store::Tracking.revoke_links(driver[:id], now)
    end
    good
  end

  # A new link in place of the old ones, by text; with it a forgotten PIN is gone. Returns the driver's id.
  def self.renew_link(driver_id, input, by:, now:)
    Work::Act.once(input[:key], "renew_link", by:, now:, input: input.merge(driver_id:)) do |act|
      driver = Store::Fleet::Drivers.lock(driver_id) or raise Store::NotFound.new("driver", driver_id)
      if driver[:phone].empty?
        raise Refused.new("no_phone", "#{driver[:name]} has no telephone number in the directory.", path: "")
      end

      Store::Tracking.revoke_links(driver_id, now)
      Store::Fleet::Drivers.at(driver_id).update(pin_digest: nil, pin_failures: 0, new_number_pin: false)
      Work::Tracking::WriteText.say({ driver_id:, phone: driver[:phone] }, nil, "link", now)
      act.changed("driver", driver_id, { link: [nil, "renewed"] })
      driver_id
    end
  end
end
