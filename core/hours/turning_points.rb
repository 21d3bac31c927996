# frozen_string_literal: true

# When more becomes possible to a driver who rests: at rest, only when a rest or a break is complete, or when
# a day begins.
module Core::Hours::TurningPoints
  # Instants after the end of a Reading, in order.
  def self.after(reading, rules, days)
    as_of = reading.as_of
    resting_from = reading.stretches.last.rest? ? reading.rests.last.from : as_of
    still_from = reading.stretches.reverse_each.take_while { |stretch| !stretch.driving? }.last&.from || as_of
    lengths = [
      rules.shift_rest_minutes,
      *rules
        .limits
        .flat_map { |limit| [limit.restart_minutes, limit.rest_minutes, limit.rest_block_minutes] }
        .compact,
      rules.split.least_minutes,
      *(reading.shift&.pairs&.free || []).map { |rest| rules.split.together_minutes - rest.minutes }
    ].select(&:positive?)
    breaks = rules.limits.filter_map(&:interruption_minutes).map { |minutes| still_from + minutes }
    today = days.day_of(as_of)
    starts = (1..(rules.limits.filter_map(&:days).max + 1)).map { |ahead| days.start(today + ahead) }
    [*lengths.map { |minutes| resting_from + minutes }, *breaks, *starts].select { |instant| instant > as_of }
      .uniq
      .sort
  end
end
