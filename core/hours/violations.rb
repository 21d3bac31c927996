# frozen_string_literal: true

# Driving past a limit, as the record stands.
class Core::Hours::Violations
  Violation = Core::Value.of(:kind, :rule, :from, :to) do
    def minutes = to - from
  end

  def initialize(rules, reading, days)
    @rules = rules
    @reading = reading
    @days = days
  end

  # In order of time, those that begin together by kind; adjoining ones of a kind joined.
  def all
    found = []
    driving do |stretch, shift|
      count = shift.count_at(stretch.from)
      @rules.limits.each { |limit| past(limit, stretch, shift, count, found) }
    end
    return found if found.empty?

    joined = found.group_by(&:kind).values.flat_map { |list| list.chunk_while { |one, other| one.to == other.from }.map { |run| run.first.with(to: run.last.to) } }
    joined.sort_by { |violation| [violation.from, violation.kind] }
  end

  private

  # Each stretch of driving with its shift.
  def driving
    shifts = @reading.shifts
    at = 0
    @reading.stretches.each do |stretch|
      next unless stretch.driving?

      at += 1 while shifts[at].to <= stretch.from
      yield stretch, shifts[at]
    end
  end

  def past(limit, stretch, shift, count, found)
    minutes = @rules.minutes(limit, count.kinds) or return
    return past_days(limit, stretch, minutes, found) if limit.within == "days"

    used = if limit.within == "interruption" then @reading.unbroken(stretch.from)
           elsif limit.counts == "elapsed" then shift.elapsed(count, stretch.from)
           else @reading.driven(stretch.from) - @reading.driven(count.anchor)
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

  def over(limit, from, to, left, found)
    begins = left.positive? ? from + left : from
    found << Violation.new(kind: limit.kind, rule: limit.source, from: begins, to:) if begins < to
  end
end
