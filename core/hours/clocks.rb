# frozen_string_literal: true

# What a driver may still do, and what was broken.
#
# remaining, if_paired - minutes by limit name; available_at - instant; available_by - what makes it so:
# break, rest, split, restart or day, nil where it is so now or never; comes_back - Array of [instant,
# minutes] of the hours over days; recap - Array of [date, minutes]
Core::Hours::Clocks =
  Core::Value.of(
    :as_of,
    :status,
    :remaining,
    :available_at,
    :available_by,
    :rest_minutes,
    :if_paired,
    :violations,
    :comes_back,
    :recap,
    :days
  ) do
    def can_drive_minutes = remaining.values.compact.min

    # What was broken by `instant`, when the driver was last heard of. A status that goes on since a device
    # fell silent is a guess: nobody is blamed for it.
    def violations_by(instant) =
      violations
        .select { |one| one.from < instant }
        .map { |one| one.to > instant ? one.with(to: instant) : one }

    # As in the contract.
    def to_h
      {
        as_of: days.iso(as_of),
        status:,
        can_drive_minutes:,
        remaining_minutes: remaining,
        available_at: available_at && days.iso(available_at),
        available_by:,
        if_paired: if_paired && { rest_minutes:, remaining_minutes: if_paired },
        violations:
          violations.map do |violation|
            {
              kind: violation.kind,
              rule: violation.rule,
              from: days.iso(violation.from),
              to: days.iso(violation.to),
              minutes: violation.minutes
            }
          end,
        comes_back: comes_back.map { |instant, minutes| { at: days.iso(instant), minutes: } },
        recap: recap.map { |date, minutes| { date: date.iso8601, on_duty_minutes: minutes } }
      }
    end
  end
