# frozen_string_literal: true

# Builds a large run's statements in the worker, some drivers at a time, each in a transaction of its own, and
# tells after each how far it is.
# Killed on any line it begins anew, and what is built already stays as it is.
class Jobs::BuildLargeRun < Que::Job
  DRIVERS = 50

  def run(run_id:)
    self.class.call(run_id)
    finish
  end

  def self.call(run_id)
    drivers = Store::Fleet.driver_ids
    drivers.each_slice(DRIVERS) { |ids| break unless step(run_id, ids) }
    step(run_id, [], done: true)
  end

  # False where there is nothing left to build: the run is built, or gone.
  def self.step(run_id, driver_ids, done: false)
    DB.transaction do
      run = Store::Pay.lock_run(run_id)
      next false if run[:to_build].nil?

      # A later draft gives up what belongs here
      Work::Pay::BuildRun.drafts(run[:from_on], only: driver_ids) if driver_ids.any?
      Store::Pay.built(run_id, done:)
      Work::Act.tell("pay_run", run_id, act: "build_run", who: "", at: Clock.now)
      true
    end
  rescue Store::NotFound
    false
  end
  private_class_method :step
end
