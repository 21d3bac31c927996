# frozen_string_literal: true

# When a driver is asked for a check-in: every so many hours from one instant to another, never during quiet
# hours where he is.
class Core::Tracking::Asking
  # every_minutes; from, to - Time, to nil while open; quiet_from, quiet_to - minutes of the day, equal for no
  # quiet hours
  Plan = Core::Value.of(:every_minutes, :from, :to, :quiet_from, :quiet_to)

  # Loads of which anything is still to be told.
  OPEN = ["open", *Core::Freight::Acts::UNDER_WAY].freeze

  # on, over (the load has arrived), off, or never where nobody has set it. running - as set, or nil
  def self.standing(running, load_status)
    return "never" if running.nil?
    return "off" unless running

    OPEN.include?(load_status) ? "on" : "over"
  end

  # zone - TZInfo::Timezone where the driver is
  def initialize(plan, zone)
    @plan = plan
    @zone = zone
  end

  # The next instant to ask at, nil when the schedule is over. last_at - when he was last asked or heard from,
  # or nil
  def next_after(last_at)
    at = last_at ? [last_at + (@plan.every_minutes * 60), @plan.from].max : @plan.from
    at = after_quiet(at)
    @plan.to && at > @plan.to ? nil : at
  end

  # Held back to the end of the quiet hours.
  def after_quiet(at)
    return at if @plan.quiet_from == @plan.quiet_to

    local = @zone.to_local(at)
    minute = (local.hour * 60) + local.min
    overnight = @plan.quiet_from > @plan.quiet_to
    quiet =
      (
        if overnight
          minute >= @plan.quiet_from || minute < @plan.quiet_to
        else
          minute.between?(@plan.quiet_from, @plan.quiet_to - 1)
        end
      )
    return at unless quiet

    day = overnight && minute >= @plan.quiet_from ? local.to_date + 1 : local.to_date
    Core::WallTime.instant(@zone, day, @plan.quiet_to)
  end
end
