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
    drivers = DB[:drivers].order(:id).select_map(:id)
    drivers.each_slice(DRIVERS) { |ids| break unless step(run_id, ids) }
    step(run_id, [], done: true)
  end

  # False where there is nothing left to build: the run is built, or gone.
  def self.step(run_id, driver_ids, done: false)
    DB.transaction do
      run = DB[:pay_runs].where(id: run_id).for_update.first
      next false if run.nil? || run[:to_build].nil?

      # A later draft gives up what belongs here
      Work::Pay::BuildRun.drafts(run[:from_on], only: driver_ids) if driver_ids.any?
      DB[:pay_runs].where(id: run_id).update(
        done ? { to_build: nil, built: nil } : { built: DB[:statements].where(pay_run_id: run_id).count }
      )
      Work::Act.tell("pay_run", run_id, act: "build_run", who: "", at: Clock.now)
      true
    end
  end
  private_class_method :step
end
