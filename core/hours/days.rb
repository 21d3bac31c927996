# frozen_string_literal: true

require "tzinfo"

# The days of a home terminal: each begins at a wall-clock time of its zone, and has 23, 24 or 25 hours.
class Core::Hours::Days
  EPOCH = Date.new(1970, 1, 1)

  attr_reader :zone

  # zone - TZInfo::Timezone; hour, minute - when a day begins
  def initialize(zone, hour, minute)
    @zone = zone
    @hour = hour
    @minute = minute
    @starts = {}
  end

  # The instant at which a day begins: the first of two where the clock shows it twice, the first after it
  # where it is skipped.
  #
  # day - days since 1970-01-01: a plain number is counted with and looked up faster than a Date
  def start(day) = @starts[day] ||= instant(date(day))

  # The day that holds an instant.
  def day_of(instant)
    # No zone is more than fourteen hours from UTC, no day begins later than its wall clock's last minute.
    day = instant.div(1440) + 1
    day -= 1 while start(day) > instant
    day
  end

  def date(day) = EPOCH + day

  # An instant as it is written in this zone.
  def iso(instant) = local(instant).iso8601

  # The same for people: Tue 11/24 2:55.
  def words(instant) = Core::Spoken.time(local(instant))

  private

  def local(instant) = @zone.to_local(Time.at(instant * 60).utc)

  def instant(date) = Core::WallTime.instant(@zone, date, (@hour * 60) + @minute).to_i / 60
end
