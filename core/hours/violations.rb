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
    driving.each do |stretch, shift|
      count = shift.count_at(stretch.from)
      @rules.limits.each { |limit| found.concat(past(limit, stretch, shift, count)) }
    end
    joined = found.group_by(&:kind).values.flat_map { |list| list.chunk_while { |one, other| one.to == other.from }.map { |run| run.first.with(to: run.last.to) } }
    joined.sort_by { |violation| [violation.from, violation.kind] }
  end

  private

  def driving
    shifts = @reading.shifts
    at = 0
    @reading.stretches.select(&:driving?).map do |stretch|
      at += 1 while shifts[at].to <= stretch.from
      [stretch, shifts[at]]
    end
  end

  def past(limit, stretch, shift, count)
    minutes = @rules.minutes(limit, count.kinds) or return []
    return past_days(limit, stretch, minutes) if limit.within == "days"

    used = if limit.within == "interruption" then @reading.unbroken(stretch.from)
           elsif limit.counts == "elapsed" then shift.elapsed(count, stretch.from)
           else @reading.driven(stretch.from) - @reading.driven(count.anchor)
           end
    over(limit, stretch.from, stretch.to, minutes - used)
  end

  # Day by day: at the start of each, hours of an old one fall out.
  def past_days(limit, stretch, minutes)
    from = stretch.from
    found = []
    worked = @reading.worked(from)
    while from < stretch.to
      day = @days.day_of(from)
      to = [@days.start(day + 1), stretch.to].min
      found.concat(over(limit, from, to, minutes - @reading.used_of_days(limit, from, day, worked)))
      worked += to - from
      from = to
    end
    found
  end

  def over(limit, from, to, left)
    begins = from + [left, 0].max
    begins < to ? [Violation.new(kind: limit.kind, rule: limit.source, from: begins, to:)] : []
  end
end
