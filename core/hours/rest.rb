# frozen_string_literal: true

# Part of a record.
module Core::Hours
  # An unbroken stretch of rest. `sleeper_minutes` is the longest unbroken part of it in the sleeper, `sleeping_minutes` that
  # which lasts until its end.
  Rest = Value.of(:from, :to, :sleeper_minutes, :sleeping_minutes) do
    def minutes = to - from
  end

  # The rests of stretches, in order.
  def Rest.all(stretches)
    stretches.chunk_while { |one, other| one.rest? && other.rest? }.select { |run| run.first.rest? }.map do |run|
      sleeping = 0
      longest = 0
      run.each do |stretch|
        sleeping = stretch.status == "sleeper" ? sleeping + stretch.minutes : 0
        longest = sleeping if sleeping > longest
      end
      new(from: run.first.from, to: run.last.to, sleeper_minutes: longest, sleeping_minutes: sleeping)
    end
  end
end
