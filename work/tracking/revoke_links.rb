# frozen_string_literal: true

# Ends every link of a driver to the cab, as when a phone is lost. The next trip that is sent brings a new
# one.
module Work::Tracking::RevokeLinks
  def self.call(driver_id, input, by:, now:)
    Work::Act.once(input[:key], "revoke_links", by:, now:, input: input.merge(driver_id:)) do |act|
      Store::Fleet::Drivers.lock(driver_id) or raise Store::NotFound.new("driver", driver_id)
      revoked = Store::Tracking.revoke_links(driver_id, now)
      act.changed("driver", driver_id, { links: [revoked, 0] }, why: input[:why])
      driver_id
    end
  end
end
