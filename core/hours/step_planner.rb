# frozen_string_literal: true

# Plans for a team, or under rules that the Planner's arguments do not cover: legal by the clocks themselves at every step, and
# the best that a search of bounded width finds. It is not proven to be the best there is, and its plans say so.
#
# Of a team one drives, or does the work at a stop, while the other is in the sleeper; where both rest, both are in it.
class Core::Hours::StepPlanner
  Piece = Core::Hours::Planner::Recorder::Piece
  Visit = Core::Hours::Planner::Recorder::Visit
  # How many states are looked at, and how many stand at a stop with so much driving left before the rest are let go.
  LOOKED_AT = 600
  ALIKE = 12

  # A state. stop, left - the stop ahead and driving minutes to it; at - instant; arrived - there since; late - minutes in all
  # last - which driver drove or worked last; added - by driver, Array of [status, from, to, stop] since as_of
  Step = Core::Value.of(:stop, :left, :at, :arrived, :late, :last, :added, :visits)

  # questions - of the drivers, one or two, all asked at the same instant
  def initialize(questions, trip, rules)
    @questions = questions
    @trip = trip
    @stops = trip.stops
    @rules = rules
    @as_of = questions.first.as_of
    @horizon = @as_of + Core::Hours::Planner::HORIZON_MINUTES
    @after = @stops.each_index.map { |i| @stops.drop(i + 1).sum(&:drive_minutes) + @stops.drop(i).sum(&:service_minutes) }
  end

  # [Array of Array of Piece by driver, Array of Visit, late minutes, end], or nil.
  def best = search(->(late, ends, driving) { (((late << 16) + ends) << 16) + driving }) || search(->(late, ends, driving) { (((driving << 16) + late) << 16) + ends })

  private

  # keyed - what is looked at first: the best so far, or where that finds no end in time, what is furthest on the way
  def search(keyed)
    @keyed = keyed
    @queue = Core::Hours::Planner::Queue.new
    @alike = Hash.new(0)
    push(Step.new(stop: 0, left: @stops.first.drive_minutes, at: @as_of, arrived: @stops.first.drive_minutes.zero? ? @as_of : nil, late: 0, last: 0, added: @questions.map { [] }, visits: []))
    LOOKED_AT.times do
      step = @queue.pop or return
      return [step.added.map { |list| pieces(list) }, step.visits, step.late, step.at] if step.stop == @stops.length

      step.left.zero? ? at_stop(step) : on_the_way(step)
    end
    nil
  end

  # Late first, then the end that could be at best; of equals the one that is further on.
  def push(step)
    driving = step.stop < @stops.length ? step.left + @after[step.stop] : 0
    ends = step.at + driving
    return if ends > @horizon || (@alike[[step.stop, step.left]] += 1) > ALIKE

    late = step.late + [step.at + step.left - (@stops[step.stop]&.closes || Float::INFINITY), 0].max.to_i
    @queue.push(@keyed.call(late, ends - @as_of, driving), step)
  end

  def at_stop(step)
    stop = @stops[step.stop]
    if stop.opens && stop.opens > step.at
      return push(rest(step, stop.opens)) unless @trip.waiting_status == "on_duty"

      return push(work(step, stop.opens, "on_duty"))
    end
    served = work(step, step.at + stop.service_minutes, "on_duty")
    ahead = @stops[step.stop + 1]
    late = step.late + [step.at - (stop.closes || step.at), 0].max
    push(served.with(stop: step.stop + 1, left: ahead&.drive_minutes || 0, late:, arrived: ahead&.drive_minutes&.zero? ? served.at : nil,
                     visits: [*step.visits, Visit.new(arrive_at: step.arrived, start_at: step.at, leave_at: served.at)]))
  end

  def on_the_way(step)
    from, to = window(step)
    return if from.nil?
    return push(rest(step, from)) if from > step.at

    able = @questions.each_index.to_h { |driver| [driver, [reading(step, driver).can_drive_minutes, step.left, to - step.at].min] }.select { |_, minutes| minutes.positive? }
    able.each { |driver, minutes| push(drive(step, driver, minutes)) }
    waits(step, able).each { |instant| push(rest(step, instant)) }
  end

  # Until when it may pay to rest: until somebody can drive, a whole rest, or what a later opening leaves time for.
  def waits(step, able)
    spare = (@stops[step.stop].opens || 0) - step.left - step.at
    return [step.at + @rules.shift_rest_minutes, *(step.at + spare if spare.positive?)].uniq unless able.empty?

    back = @questions.each_index.filter_map { |driver| Core::Hours::ClockReader.new(asked(step, driver), @rules).available_at }
    back.empty? ? [] : [back.min, [back.min, step.at + @rules.shift_rest_minutes].max].uniq
  end

  def window(step)
    windows = @stops[step.stop].drive_windows or return [step.at, @horizon]
    windows.find { |_, to| to > step.at }&.then { |from, to| [[from, step.at].max, to] }
  end

  def drive(step, driver, minutes)
    done = work(step.with(last: driver), step.at + minutes, "driving")
    done.with(left: step.left - minutes, arrived: step.left == minutes ? done.at : nil)
  end

  def work(step, to, status) = on(step, to) { |driver| driver == step.last ? status : "sleeper" }
  def rest(step, to) = on(step, to) { @questions.one? ? "off_duty" : "sleeper" }

  def on(step, to)
    return step if to == step.at

    step.with(at: to, added: step.added.each_with_index.map { |list, driver| [*list, [yield(driver), step.at, to, step.stop]] })
  end

  # A driver's question as it would be asked in this state.
  def asked(step, driver)
    question = @questions[driver]
    added = step.added[driver].map { |status, from, to| Core::Hours::Stretch.new(status:, from:, to:) }
    question.with(as_of: step.at, status: added.last&.status || question.status, stretches: joined(question.stretches + added))
  end

  def joined(stretches) = stretches.chunk_while { |one, other| one.status == other.status }.map { |run| run.one? ? run.first : run.first.with(to: run.last.to) }

  def reading(step, driver)
    question = asked(step, driver)
    Core::Hours::Reading.new(@rules, question.stretches, step.at, question.exceptions, question.days)
  end

  def pieces(list) = list.map { |status, from, to, stop| Piece.new(status:, from:, to:, stop:) }.chunk_while { |one, other| one.status == other.status && one.stop == other.stop }.map { |run| run.first.with(to: run.last.to) }
end
