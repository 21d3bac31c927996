# frozen_string_literal: true

# Driving past a limit, as the record stands.
class Core::Hours::Violations
  Violation = Core::Value.of(:kind, :rule, :from, :to) { def minutes = to - from }

  def initialize(rules, reading, days)
    @rules = rules
    @reading = reading
    @days = days
  end

  # In order of time, those that begin together by kind; adjoining ones of a kind joined.
  def all
    found = []
    driving do |shift, stretches|
      limits = near(shift, stretches)
      next if limits.empty?

      stretches.each do |stretch|
        count = shift.count_at(stretch.from)
        limits.each { |limit| past(limit, stretch, shift, count, found) }
      end
    end
    return found if found.empty?

    joined =
      found
        .group_by(&:kind)
        .values
        .flat_map do |list|
          list.chunk_while { |one, other| one.to == other.from }.map { |run| run.first.with(to: run.last.to) }
        end
    joined.sort_by { |violation| [violation.from, violation.kind] }
  end

  private

  # Each shift with its driving.
  def driving
    stretches = @reading.stretches
    at = 0
    @reading.shifts.each do |shift|
      driving = []
      while at < stretches.length && stretches[at].from < shift.to
        driving << stretches[at] if stretches[at].driving?
        at += 1
      end
      yield shift, driving unless driving.empty?
    end
  end

  # The limits that the whole of a shift, however it is counted, might have passed: of most shifts, none.
  def near(shift, driving)
    first, last = driving.first, driving.last
    driven = @reading.driven(last.from) + last.minutes - @reading.driven(first.from)
    @rules.limits.reject do |limit|
      case limit.within
      when "days"
        @reading.worked_at(last.from) + last.minutes -
          @reading.worked_before(limit, @days.day_of(first.from)) <= limit.minutes
      when "interruption"
        driven <= limit.minutes ||
          driving.all? { |stretch| @reading.unbroken(stretch.from) + stretch.minutes <= limit.minutes }
      when "shift"
        (limit.counts == "driving" ? driven : last.to - shift.from) <= limit.minutes
      end
    end
  end

  def past(limit, stretch, shift, count, found)
    return past_a_day(limit, stretch, found) if limit.within == "day"

    minutes = @rules.minutes(limit, count.kinds) or return
    used =
      case limit.within
      when "days"
        return past_days(limit, stretch, minutes, found)
      when "interruption"
        @reading.unbroken(stretch.from)
      when "rest"
        @reading.used_since_rest(limit, stretch.from)
      else
        @reading.used_of_shift(limit, shift, count, stretch.from)
      end
    over(limit, stretch.from, stretch.to, minutes - used, found)
  end

  # Day by day: at the start of each, hours of an old one fall out.
  def past_days(limit, stretch, minutes, found)
    from = stretch.from
    worked = @reading.worked_at(from)
    day = @days.day_of(from)
    # Most records never come near: all of the stretch on its first day is the most there can be.
    return if @reading.used_of_days(limit, from, day, worked) + stretch.minutes <= minutes

    while from < stretch.to
      to = [@days.start(day + 1), stretch.to].min
      over(limit, from, to, minutes - @reading.used_of_days(limit, from, day, worked), found)
      worked += to - from
      from = to
      day += 1
    end
  end

  # Each day of a stretch by itself.
  def past_a_day(limit, stretch, found)
    from = stretch.from
    while from < stretch.to
      day = @days.day_of(from)
      to = [@days.start(day + 1), stretch.to].min
      minutes = @reading.minutes_of_day(limit, day)
      over(limit, from, to, minutes - @reading.used_of_day(limit, from, day), found) if minutes
      from = to
    end
  end

  def over(limit, from, to, left, found)
    begins = left.positive? ? from + left : from
    found << Violation.new(kind: limit.kind, rule: limit.source, from: begins, to:) if begins < to
  end
end
