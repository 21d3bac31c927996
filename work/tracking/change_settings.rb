# frozen_string_literal: true

# What the company sets for following its trucks.
module Work::Tracking::ChangeSettings
  # input - a Hash as the row, with the version that was read. Returns 1. Raises Work::Stale.
  def self.call(input, by:, now:)
    Work::Act.once(nil, "change_tracking_settings", by:, now:) do |act|
      before = Store::Tracking.settings && Store::Tracking::TrackingSettings.lock(1)
      wanted = input.except(:version)
      Work::Stale.check(
        before,
        input[:version],
        of: ["company", 1],
        act: "change_tracking_settings",
        yours: wanted
      ) { before.except(:id, :version) }
      Store::Tracking::TrackingSettings.count_on(1, **wanted)
      act.changed("company", 1, Work::Act.difference(before, wanted))
      1
    end
  end
end
