# frozen_string_literal: true

# The first day of a permit file is the day of its load's pickup, until a clerk says another.
module Work::Permits::FollowDay
  # After a load's times have changed.
  def self.call(load_id, by:, now:)
    file = Store::Permits::Files.where(load_id:).for_update.first or return
    day = of(Store::Freight.load(load_id), now)
    return if file[:starts_fixed] || file[:starts_on] == day

    Store::Permits::Files.change(file, starts_on: day, attested_by: nil, attested_at: nil)
    Work::Permits::Draft.write(file[:id])
    Work::Permits::Version.look(file[:id], by:, now:)
  end

  # load - row. Returns Date, in the zone of the pickup; tomorrow's where no time is promised.
  def self.of(load, now) =
    TZInfo::Timezone.get(load[:pickup_zone] || "UTC").to_local(load[:pickup_at] || (now + 86_400)).to_date
end
