# frozen_string_literal: true

# What the company sets for following its trucks.
module Work::Tracking::ChangeSettings
  # input - a Hash as the row. Returns 1.
  def self.call(input, by:, now:)
    Work::Act.once(nil, "change_tracking_settings", by:, now:) do |act|
      before = Store::Tracking.settings.except(:id)
      Store::Tracking::TrackingSettings.update(input)
      act.changed("company", 1, Work::Act.difference(before, input))
      1
    end
  end
end
