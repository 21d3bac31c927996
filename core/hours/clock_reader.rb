# frozen_string_literal: true

# Answers one Question.
class Core::Hours::ClockReader
  # remaining, if_paired - minutes by limit name; available_at - instant; recap - Array of [date, minutes]
  Clocks = Core::Value.of(:as_of, :status, :remaining, :available_at, :rest_minutes, :if_paired, :violations, :recap, :days) do
    def can_drive_minutes = remaining.values.compact.min

    # As in the contract.
    def to_h
      {
        as_of: days.iso(as_of), status:, can_drive_minutes:, remaining_minutes: remaining, available_at: available_at && days.iso(available_at),
        if_paired: if_paired && { rest_minutes:, remaining_minutes: if_paired },
        violations: violations.map { |violation| { kind: violation.kind, rule: violation.rule, from: days.iso(violation.from), to: days.iso(violation.to), minutes: violation.minutes } },
        recap: recap.map { |date, minutes| { date: date.iso8601, on_duty_minutes: minutes } }
      }
    end
  end

  def initialize(question, rules)
    @question = question
    @rules = rules
    @as_of = question.as_of
    @days = question.days
    @reading = reading(@as_of)
  end

  def clocks
    rest_minutes, if_paired = if_paired()
    Clocks.new(as_of: @as_of, status: @question.status, remaining: @reading.remaining, available_at:, rest_minutes:, if_paired:,
               violations: Core::Hours::Violations.new(@rules, @reading, @days).all, recap:, days: @days)
  end

  # When driving is possible again, resting from as_of, or nil.
  def available_at
    return @as_of if @reading.can_drive_minutes.positive?

    Core::Hours::TurningPoints.after(@reading, @rules, @days).find { |instant| days_left?(instant) && resting(instant).can_drive_minutes.positive? }
  end

  private

  # The record, with rest of a kind from as_of until an instant.
  def reading(until_at, status = "off_duty")
    stretches = @question.stretches
    stretches += [Core::Hours::Stretch.new(status:, from: @as_of, to: until_at)] if until_at > @as_of
    Core::Hours::Reading.new(@rules, stretches, until_at, @question.exceptions, @days)
  end

  # The record with rest until an instant: where limits look no further back, of the present shift alone, which is quickly read.
  def resting(instant)
    return reading(instant) unless @rules.limits.all? { |limit| %w[shift interruption days].include?(limit.within) }

    shift = @reading.shift
    stretches = shift ? @question.stretches.select { |stretch| stretch.to > shift.from } : []
    Core::Hours::Reading.new(@rules, [*stretches, Core::Hours::Stretch.new(status: "off_duty", from: @as_of, to: instant)], instant, @question.exceptions, @days)
  end

  # Hours over days are the cheap look that rules most instants out.
  def days_left?(instant)
    @rules.limits.select { |limit| limit.within == "days" }.all? { |limit| @reading.used_resting_until(limit, instant) < limit.minutes }
  end

  # [further minutes of rest, what then remains], or nil when no rest waits for a second half.
  def if_paired
    waiting = @reading.shift&.pairs&.waiting(@as_of) or return
    under_way = @reading.stretches.last.rest? ? @reading.rests.last : nil
    needed, status = @rules.split.missing(waiting, under_way)
    then_read = reading(@as_of + needed, status)
    # A rest behind one that is in a pair already can no longer pair itself.
    [needed, then_read.remaining] if then_read.shift.nil? || then_read.shift.pairs.all.any? { |first, _| first == waiting }
  end

  def recap
    limit = @rules.limit("days")
    today = @days.day_of(@as_of)
    ((today - limit.days + 1)..today).map do |day|
      [@days.date(day), @reading.worked([@days.start(day + 1), @as_of].min) - @reading.worked(@days.start(day))]
    end
  end
end
