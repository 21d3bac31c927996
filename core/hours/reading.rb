# frozen_string_literal: true

# A record read once: rests, shifts, and running sums of driving and duty, from which every clock at its end
# follows.
class Core::Hours::Reading
  # Before the record a driver has rested as long as any rule asks.
  BEFORE_MINUTES = 60 * 24 * 60

  attr_reader :stretches, :as_of, :shifts, :rests

  def initialize(rules, stretches, as_of, exceptions, days)
    @rules = rules
    @as_of = as_of
    @days = days
    @exceptions = exceptions
    first = stretches.first&.from || as_of
    @stretches = [
      Core::Hours::Stretch.new(status: "off_duty", from: first - BEFORE_MINUTES, to: first),
      *stretches
    ]
    @rests = Core::Hours::Rest.all(@stretches)
    @shifts = divide
    add_up
  end

  # The shift that the driver is in at the end of the record, or nil after a long rest.
  def shift = @shifts.last&.then { |last| last unless resting_long? }

  # Minutes left of each limit by its name: never negative, nil where an exception lifts it.
  def remaining = @rules.limits.to_h { |limit| [limit.name.to_sym, left(limit)] }

  def can_drive_minutes = remaining.values.compact.min

  # Driving minutes before an instant at which a stretch begins or ends.
  def driven(instant) = @driven.fetch(instant)

  # Minutes on duty before an instant at which a stretch begins.
  def worked_at(instant) = @worked_from.fetch(instant)

  # Minutes on duty before any instant.
  def worked(instant)
    i = @stretches.bsearch_index { |stretch| stretch.to >= instant } || (@stretches.length - 1)
    stretch = @stretches[i]
    @worked[i] + (stretch.on_duty? ? [instant, stretch.to].min - stretch.from : 0)
  end

  # Minutes used of a limit within a shift at an instant at which a stretch begins or ends.
  def used_of_shift(limit, shift, count, instant)
    case limit.counts
    when "elapsed"
      shift.elapsed(count, instant)
    when "driving"
      driven(instant) - driven(count.anchor)
    else
      worked(instant) - worked(count.anchor)
    end
  end

  # Minutes used of a limit within a day, from its start until an instant of it.
  def used_of_day(limit, instant, day)
    from = @days.start(day)
    case limit.counts
    when "on_duty"
      worked(instant) - worked(from)
    when "driving"
      driven_until(instant) - driven_until(from)
    else
      instant - from - rested(limit, from, instant)
    end
  end

  # What a limit is on a day: minutes, nil where an exception of that day lifts it.
  def minutes_of_day(limit, day)
    from, to = @days.start(day), @days.start(day + 1)
    kinds = @exceptions.select { |_, at| at >= from && at < to }.map(&:first).uniq
    @rules.minutes(limit, kinds, limit.minutes || (to - from - limit.leaves_minutes))
  end

  # Minutes used of a limit since the last rest of its length.
  def used_since_rest(limit, instant)
    rest =
      @rests.reverse_each.find do |one|
        one.from < instant && [one.to, instant].min - one.from >= limit.rest_minutes
      end or return 0
    return 0 if rest.to >= instant

    limit.counts == "elapsed" ? instant - rest.to : worked(instant) - worked(rest.to)
  end

  # Driving minutes since the last interruption, at the start of each driving stretch and at the end of the
  # record.
  def unbroken(instant) = @unbroken.fetch(instant)

  # Minutes on duty before the days that a limit looks at on a day.
  def worked_before(limit, day)
    first = day - limit.days + 1
    @worked_before[first] ||= worked(@days.start(first))
  end

  # Minutes used of a limit over days at an instant of a day at which so much had been worked: since the first
  # of its days, or since the last restart, whichever left less.
  def used_of_days(limit, instant, day, worked)
    before = worked_before(limit, day)
    restarts = restarts(limit)
    at = restarts.length - 1
    at -= 1 while at >= 0 && restarts[at].first > instant
    before = restarts[at].last if at >= 0 && restarts[at].last > before
    worked - before
  end

  # The same at an instant of rest after the record, until which the rest under way goes on.
  def used_resting_until(limit, instant)
    rest_from = @stretches.last.rest? ? @rests.last.from : @as_of
    if instant - rest_from >= limit.restart_minutes
      0
    else
      used_of_days(limit, instant, @days.day_of(instant), worked(@as_of))
    end
  end

  private

  def restarts(limit) =
    (@restarts ||= {})[limit.name] ||= @rests
      .select { |rest| rest.minutes >= limit.restart_minutes }
      .map { |rest| [rest.to, worked(rest.to)] }

  def resting_long? =
    @rests.last.to == @as_of && @rests.last.minutes >= @rules.shift_rest_minutes && @stretches.last.rest?

  # Driving minutes before any instant.
  def driven_until(instant)
    stretch = @stretches.bsearch { |one| one.to >= instant } || @stretches.last
    driven(stretch.from) + (stretch.driving? ? [instant, stretch.to].min - stretch.from : 0)
  end

  # Minutes of rest between two instants, in rests that are long enough by the later one.
  def rested(limit, from, to)
    @rests.sum do |rest|
      if rest.from < to && rest.to > from && [rest.to, to].min - rest.from >= limit.rest_block_minutes
        [rest.to, to].min - [rest.from, from].max
      else
        0
      end
    end
  end

  def divide
    shifts = []
    began = nil
    inner = []
    @rests.each do |rest|
      next inner << rest if rest.minutes < @rules.shift_rest_minutes

      shifts << Core::Hours::Shift.new(@rules, began, inner, rest, @as_of, @exceptions) if began
      began = rest.to
      inner = []
    end
    shifts << Core::Hours::Shift.new(@rules, began, inner, nil, @as_of, @exceptions) if began < @as_of
    shifts
  end

  def add_up
    interruption = @rules.limit("interruption")&.interruption_minutes || 0
    driven = worked = unbroken = still = 0
    @driven = {}
    @worked_before = {}
    @worked = []
    @worked_from = {}
    @unbroken = {}
    @stretches.each do |stretch|
      @driven[stretch.from] = driven
      @worked << worked
      @worked_from[stretch.from] = worked
      if stretch.driving?
        unbroken = 0 if still >= interruption
        still = 0
        @unbroken[stretch.from] = unbroken
        driven += stretch.minutes
        unbroken += stretch.minutes
      else
        still += stretch.minutes
      end
      worked += stretch.minutes if stretch.on_duty?
    end
    @driven[@as_of] = driven
    @unbroken[@as_of] = still >= interruption ? 0 : unbroken
  end

  def left(limit)
    if limit.within == "day"
      day = @days.day_of(@as_of)
      return minutes_of_day(limit, day)&.then { |minutes| [minutes - used_of_day(limit, @as_of, day), 0].max }
    end
    kinds = shift ? shift.count_at(@as_of).kinds : []
    minutes = @rules.minutes(limit, kinds) or return
    [minutes - used(limit), 0].max
  end

  def used(limit)
    return used_of_days(limit, @as_of, @days.day_of(@as_of), worked(@as_of)) if limit.within == "days"
    return unbroken(@as_of) if limit.within == "interruption"
    return used_since_rest(limit, @as_of) if limit.within == "rest"
    return 0 if shift.nil?

    used_of_shift(limit, shift, shift.count_at(@as_of), @as_of)
  end
end
