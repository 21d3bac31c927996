# frozen_string_literal: true

# Opens the pay run of a period with every driver's statement as a draft.
module Work::Pay::OpenPayRun
  LONGEST_DAYS = 31

  # Raises Refused `period_reversed`, `period_too_long`, `period_taken`.
  def self.call(input, by:, now:)
    Work::Act.once(input[:key], "open_pay_run", by:, now:, input: Work::Act.plain(input)) do |act|
      check(input)
      id = insert(input)
      Work::Pay::BuildRun.call(id)
      act.changed("pay_run", id, { state: [nil, "draft"], from: [nil, input[:from]], to: [nil, input[:to]] })
      id
    end
  end

  def self.check(input)
    raise Refused.new("period_reversed", "The period ends before it starts.", path: "/to") if input[:to] < input[:from]
    return if (input[:to] - input[:from]).to_i < LONGEST_DAYS

    raise Refused.new("period_too_long", "A pay period is a month at most.", path: "/to")
  end

  def self.insert(input)
    DB.transaction(savepoint: true) { DB[:pay_runs].insert(from_on: input[:from], to_on: input[:to]) }
  rescue Sequel::ConstraintViolation => e
    raise unless Work::Act.broken_constraint(e) == "pay_runs_periods_apart"

    raise Refused.new("period_taken", "Some of these days are in another pay run.", path: "/from")
  end
  private_class_method :check, :insert
end
