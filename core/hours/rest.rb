# frozen_string_literal: true

# Part of a record.
module Core::Hours
  # An unbroken stretch of rest. `sleeper_minutes` is the longest unbroken part of it in the sleeper,
  # `sleeping_minutes` that which lasts until its end.
  Rest = Value.of(:from, :to, :sleeper_minutes, :sleeping_minutes) { def minutes = to - from }

  # The rests of stretches, in order. One pass without enumerators: this runs for every clock there is.
  def Rest.all(stretches)
    rests = []
    from = nil
    sleeping = longest = 0
    stretches.each do |stretch|
      if stretch.rest?
        from ||= stretch.from
        sleeping = stretch.status == "sleeper" ? sleeping + stretch.minutes : 0
        longest = sleeping if sleeping > longest
      elsif from
        rests << new(from:, to: stretch.from, sleeper_minutes: longest, sleeping_minutes: sleeping)
        from = nil
        sleeping = longest = 0
      end
    end
    rests << new(from:, to: stretches.last.to, sleeper_minutes: longest, sleeping_minutes: sleeping) if from
    rests
  end
end
