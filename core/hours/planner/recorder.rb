# frozen_string_literal: true

# Runs the best schedule once more and writes down what is done when.
class Core::Hours::Planner::Recorder < Core::Hours::Planner::Course
  Piece =
    Core::Value.of(:status, :from, :to, :stop) do
      def minutes = to - from
      def rest? = Core::Hours::RESTING.include?(status)
    end
  Visit = Core::Value.of(:arrive_at, :start_at, :leave_at)

  # best - State at the end. Returns [Array of Piece without a gap, Array of Visit by stop].
  def record(best)
    @pieces = []
    @visits = []
    spells(best).each do |spell, acts, start|
      state = spell.begun_at(start)
      spell.before ? rest(spell, start) : write(spell.status, @as_of, start, 0)
      acts.each { |act| advance(state, act) }
    end
    [joined, @visits]
  end

  private

  def spells(state)
    list = []
    while state
      list.unshift([state.spell, state.acts, state.start])
      state = state.spell.before
    end
    list
  end

  def rest(spell, start)
    spell.passed.each do |stop, at|
      @visits[stop] = Visit.new(arrive_at: arrival(stop), start_at: at, leave_at: at)
    end
    write(spell.status, spell.before.at, start, spell.before.stop)
  end

  def work(state, minutes, status)
    from = state.at
    super.tap do
      @arrived = state.at if status == "driving"
      write(status, from, state.at, state.stop)
    end
  end

  def serve(state)
    stop = state.stop
    arrive_at = arrival(stop)
    super.tap { @visits[stop] = Visit.new(arrive_at:, start_at: state.begun.last, leave_at: state.at) }
  end

  def arrival(stop)
    return @arrived if @stops[stop].drive_minutes.positive?

    stop.zero? ? @as_of : @visits[stop - 1].leave_at
  end

  def wait(state, instant)
    from = state.at
    status = state.fresh? ? state.spell.status : @waiting_status
    super.tap { write(status, from, instant, state.stop) }
  end

  def still(state)
    from = state.at
    super.tap { write("off_duty", from, state.at, state.stop) }
  end

  def write(status, from, to, stop)
    @pieces << Piece.new(status:, from:, to:, stop:) if to > from
  end

  def joined =
    asleep(@pieces)
      .chunk_while { |one, other| one.status == other.status && one.stop == other.stop }
      .map { |run| run.first.with(to: run.last.to) }

  # Where rests are split, those that are long enough to pair are in the sleeper.
  def asleep(pieces)
    return pieces if @split.nil?

    pieces
      .chunk_while { |one, other| one.rest? == other.rest? }
      .flat_map do |run|
        if run.first.rest? && run.last.to - run.first.from >= @split.least_minutes
          run.map { |piece| piece.with(status: "sleeper") }
        else
          run
        end
      end
  end
end
