# frozen_string_literal: true

# The one clock. In a demo it runs from the demo's own instant, and goes on after a restart where the last act
# left it.
module Store::Company::Clock
  # Tests set the clock by hand.
  def self.hold(instant) = @held = instant

  def self.now
    return @held if @held

    demo_at, real_at = anchor
    demo_at ? demo_at + (Time.now.utc - real_at) : Time.now.utc
  end

  # The anchor changes only when the demo is loaded or started; a process that is told of neither looks again
  # each minute.
  def self.anchor
    return @anchor if @anchor && Process.clock_gettime(Process::CLOCK_MONOTONIC) - @looked_at < 60

    @looked_at = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    @anchor = DB[:company].get(%i[demo_at real_at]) || []
  end
  private_class_method :anchor

  def self.set_demo(instant)
    DB[:company].update(demo: true, demo_at: instant, real_at: Time.now.utc)
    @anchor = nil
  end

  # Goes on where the demo stopped: at its last act.
  def self.resume_demo
    return unless DB[:company].get(:demo)

    set_demo([DB[:company].get(:demo_at), DB[:audit_entries].max(:at)].compact.max)
  end
end
