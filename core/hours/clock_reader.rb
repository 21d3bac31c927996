# frozen_string_literal: true

# Answers one Question.
class Core::Hours::ClockReader
  def initialize(question, rules)
    @question = question
    @rules = rules
    @as_of = question.as_of
    @days = question.days
    @reading = reading(@as_of)
  end

  def clocks
    rest_minutes, if_paired = if_paired()
    Core::Hours::Clocks.new(
      as_of: @as_of,
      status: @question.status,
      remaining: @reading.remaining,
      available_at:,
      available_by:,
      rest_minutes:,
      if_paired:,
      violations: Core::Hours::Violations.new(@rules, @reading, @days).all,
      comes_back:,
      recap:,
      days: @days
    )
  end

  # When driving is possible again, resting from as_of, or nil.
  def available_at
    return @available_at if defined?(@available_at)

    @available_at = @reading.can_drive_minutes.positive? ? @as_of : next_available
  end

  private

  def next_available
    Core::Hours::TurningPoints
      .after(@reading, @rules, @days)
      .find { |instant| days_left?(instant) && resting(instant).can_drive_minutes.positive? }
  end

  # Which rest makes the driver available then; at the start of a day, hours that drop out of those counted.
  def available_by
    return if available_at.nil? || available_at == @as_of

    minutes = available_at - (@reading.stretches.last.rest? ? @reading.rests.last.from : @as_of)
    return "restart" if @rules.limits.any? { |limit| limit.restart_minutes == minutes }
    return "rest" if minutes == @rules.shift_rest_minutes
    return "day" if @days.start(@days.day_of(available_at)) == available_at

    stands_still =
      @reading.stretches.reverse_each.take_while { |stretch| !stretch.driving? }.last&.from || @as_of
    if @rules.limits.any? { |limit| limit.interruption_minutes == available_at - stands_still }
      "break"
    else
      "split"
    end
  end

  # What of the hours over days comes back when the next two days begin, with no more work.
  def comes_back
    limit = @rules.limit("days")
    today = @days.day_of(@as_of)
    used =
      [0, 1, 2].map do |ahead|
        @reading.used_of_days(
          limit,
          ahead.zero? ? @as_of : @days.start(today + ahead),
          today + ahead,
          @reading.worked(@as_of)
        )
      end
    used
      .each_cons(2)
      .with_index(1)
      .map { |(before, after), ahead| [@days.start(today + ahead), before - after] }
  end

  # The record, with rest of a kind from as_of until an instant.
  def reading(until_at, status = "off_duty")
    stretches = @question.stretches
    stretches += [Core::Hours::Stretch.new(status:, from: @as_of, to: until_at)] if until_at > @as_of
    Core::Hours::Reading.new(@rules, stretches, until_at, @question.exceptions, @days)
  end

  # The record with rest until an instant: where limits look no further back, of the present shift alone,
  # which is quickly read.
  def resting(instant)
    unless @rules.limits.all? { |limit| %w[shift interruption days].include?(limit.within) }
      return reading(instant)
    end

    shift = @reading.shift
    stretches = shift ? @question.stretches.select { |stretch| stretch.to > shift.from } : []
    Core::Hours::Reading.new(
      @rules,
      [*stretches, Core::Hours::Stretch.new(status: "off_duty", from: @as_of, to: instant)],
      instant,
      @question.exceptions,
      @days
    )
  end

  # Hours over days are the cheap look that rules most instants out.
  def days_left?(instant)
    @rules
      .limits
      .select { |limit| limit.within == "days" }
      .all? { |limit| @reading.used_resting_until(limit, instant) < limit.minutes }
  end

  # [further minutes of rest, what then remains], or nil when no rest waits for a second half.
  def if_paired
    waiting = @reading.shift&.pairs&.waiting(@as_of) or return
    under_way = @reading.stretches.last.rest? ? @reading.rests.last : nil
    needed, status = @rules.split.missing(waiting, under_way)
    then_read = reading(@as_of + needed, status)
    # A rest behind one that is in a pair already can no longer pair itself.
    if then_read.shift.nil? || then_read.shift.pairs.all.any? { |first, _| first == waiting }
      [needed, then_read.remaining]
    end
  end

  def recap
    limit = @rules.limit("days")
    today = @days.day_of(@as_of)
    ((today - limit.days + 1)..today).map do |day|
      [
        @days.date(day),
        @reading.worked([@days.start(day + 1), @as_of].min) - @reading.worked(@days.start(day))
      ]
    end
  end
end
