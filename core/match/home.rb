# frozen_string_literal: true

# The day a driver would be home again after a load.
module Core::Match::Home
  # ends - instant; drive_minutes - from the last stop home; zone - TZInfo::Timezone; rules - RuleSet: after
  # each time that it lets him drive, he takes its long rest.
  #
  # Returns Date of the driver's own clock.
  def self.on(ends, drive_minutes, zone:, rules:)
    drive = rules.limits.find { |limit| limit.counts == "driving" && limit.within == "shift" }
    rests = drive ? [drive_minutes - 1, 0].max / drive.minutes : 0
    home = ends + drive_minutes + (rests * rules.shift_rest_minutes)
    zone.to_local(Time.at(home * 60).utc).to_date
  end
end
