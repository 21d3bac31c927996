# frozen_string_literal: true

# From what a clock on the wall shows to an instant: the first of an hour that comes twice, and the moment after
# the jump for one that is skipped.
module Core::WallTime
  # zone - TZInfo::Timezone; date - Date; minute - of the day. Returns Time in UTC.
  def self.instant(zone, date, minute = 0)
    naive = Time.utc(date.year, date.month, date.day, minute / 60, minute % 60)
    zone.local_to_utc(naive) { |periods| periods.min_by { |period| naive - period.utc_total_offset } }
  rescue TZInfo::PeriodNotFound
    # By the clock of the day before, it lies at or after the change that skips it.
    offset = zone.period_for_utc(naive - 86_400).utc_total_offset
    zone.period_for_utc(naive - offset).starts_at.to_time.utc
  end
end
