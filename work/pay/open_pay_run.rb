# frozen_string_literal: true

# Opens the pay run of a period with every driver's statement as a draft. A large one is built in the worker,
# while its page tells how far it is.
module Work::Pay::OpenPayRun
  LONGEST_DAYS = 31
  # So many statements are built while the clerk waits: half a second's work.
  AT_ONCE = 60

  # Raises Refused `period_reversed`, `period_too_long`, `period_taken`.
  def self.call(input, by:, now:)
    Work::Act.once(input[:key], "open_pay_run", by:, now:, input: Work::Act.plain(input)) do |act|
      check(input)
      id = insert(input)
      build(id)
      act.changed("pay_run", id, { status: [nil, "draft"], from: [nil, input[:from]], to: [nil, input[:to]] })
      id
    end
  end

  def self.check(input)
    if input[:to] < input[:from]
      raise Refused.new("period_reversed", "The period ends before it starts.", path: "/to")
    end
    return if (input[:to] - input[:from]).to_i < LONGEST_DAYS

    raise Refused.new("period_too_long", "A pay period is a month at most.", path: "/to")
  end

  def self.build(id)
    run = Store::Pay::Runs.row(id)
    earned = Store::Pay.unsettled(run).driver_ids
    due =
      Work::Pay::BuildRun.due(
        earned.to_h { |driver_id| [driver_id, [{ payable: true }]] },
        Work::Pay::Facts.new(run),
        nil
      )
    # A later draft gives up what belongs here
    return Work::Pay::BuildRun.drafts(run[:from_on]) if due.length <= AT_ONCE

    Store::Pay::Runs.at(id).update(to_build: due.length, built: 0)
    Jobs::BuildLargeRun.enqueue(run_id: id)
  end

  def self.insert(input)
    DB.transaction(savepoint: true) { Store::Pay::Runs.insert(from_on: input[:from], to_on: input[:to]) }
  rescue Sequel::ConstraintViolation => e
    raise unless Work::Act.broken_constraint(e) == "pay_runs_periods_apart"

    raise Refused.new("period_taken", "Some of these days are in another pay run.", path: "/from")
  end
  private_class_method :check, :build, :insert
end
