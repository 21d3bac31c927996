# frozen_string_literal: true

# Approves and locks a pay run, exactly the figures that the clerk saw, and posts it; opens it again while it
# is not paid; pays it.
module Work::Pay::ApprovePayRun
  # Raises Refused `figures_moved` when the run's total is no longer what the clerk saw: what it is by then stays,
  # so that a second look shows it. Raises Refused `locked`, `still_building`, `nothing_to_pay`,
  # `taxes_missing`, `books_wrong`.
  def self.call(run_id, input, by:, now:)
    approve(run_id, input, by:, now:)
  rescue Refused => e
    DB.transaction { Work::Pay::BuildRun.call(run_id) } if e.code == "figures_moved"
    raise
  end

  def self.approve(run_id, input, by:, now:)
    Work::Act.once(input[:key], "approve_pay_run", by:, now:, input: input.merge(run_id:)) do |act|
      run = row(run_id)
      unless run[:status] == "draft"
        raise Refused.new("locked", "#{run[:approved_by]} approved this run already.", path: "")
      end

      if run[:to_build]
        raise Refused.new(
                "still_building",
                "It is still being built: #{run[:built]} of #{run[:to_build]} statements are there.",
                path: ""
              )
      end

      Work::Pay::BuildRun.call(run_id)
      check(run_id, input)
      Store::Pay::Runs.at(run_id).update(
        status: "approved",
        approved_at: now,
        approved_by: by.name,
        approved_by_ref: by.ref
      )
      Work::Pay::Post.run(run_id, by:, now:)
      # What was short, the next part of an advance: the next draft takes it now.
      Work::Pay::BuildRun.drafts(run[:to_on] + 1)
      proven
      act.changed("pay_run", run_id, { status: %w[draft approved], net: [nil, input[:total_net]] })
      run_id
    end
  end

  # Opens a locked run again, with a reason: its postings are reversed, and it follows what is earned as a
  # draft does.
  # Raises Refused `not_locked`, `paid`, `later_locked`, `reason_missing`.
  def self.reopen(run_id, input, by:, now:)
    Work::Act.once(input[:key], "reopen_pay_run", by:, now:, input: input.merge(run_id:)) do |act|
      run = row(run_id)
      if input[:why].to_s.strip.empty?
        raise Refused.new("reason_missing", "Say in a word or two why.", path: "/why")
      end
      if run[:status] == "paid"
        raise Refused.new("paid", "This run is paid: put it right in the next one.", path: "")
      end
      raise Refused.new("not_locked", "This run is open.", path: "") if run[:status] == "draft"

      later = Store::Pay::Runs.locked.after(run[:to_on]).first
      if later
        raise Refused.new(
                "later_locked",
                "The run from #{later[:from_on]} on is locked and rests on this one: open that first.",
                path: ""
              )
      end

      Work::Pay::Post.reverse_run(run_id, input[:why].strip, by:, now:)
      Store::Pay::Runs.at(run_id).update(
        status: "draft",
        approved_at: nil,
        approved_by: nil,
        approved_by_ref: nil,
        reopened_at: now,
        reopened_by: by.name,
        reopened_why: input[:why].strip
      )
      Work::Pay::BuildRun.drafts(run[:to_on])
      act.changed("pay_run", run_id, { status: %w[approved draft] }, why: input[:why])
      run_id
    end
  end

  # The money has left: nothing of it changes any more. Raises Refused `not_locked`, `paid`, `approved_it`.
  def self.pay(run_id, input, by:, now:)
    Work::Act.once(input[:key], "pay_pay_run", by:, now:, input: input.merge(run_id:)) do |act|
      run = row(run_id)
      if run[:status] == "paid"
        raise Refused.new("paid", "#{run[:paid_by]} has paid this run already.", path: "")
      end
      raise Refused.new("not_locked", "Approve and lock it first.", path: "") if run[:status] == "draft"

      second_person(run, by)
      Work::Pay::Post.payment(run_id, by:, now:)
      Store::Pay::Runs.at(run_id).update(status: "paid", paid_at: now, paid_by: by.name)
      proven
      act.changed("pay_run", run_id, { status: %w[approved paid] })
      run_id
    end
  end

  # Who approved a run does not pay it. Raises Refused `approved_it`.
  def self.second_person(run, by)
    holds = Store::Pay.two_people?("approve_and_pay")
    code, message =
      Core::Pay::SecondPerson.why_not_paid(approved_by: run[:approved_by_ref], by: by.ref, holds:)
    raise Refused.new(code, message, path: "") if code
  end

  def self.row(run_id) = Store::Pay::Runs.lock(run_id) || raise(Store::NotFound.new("pay run", run_id))

  # The books are proven after every run; what does not add up stops it.
  def self.proven
    wrong = Work::Pay::ProveBooks.call
    if wrong.any?
      raise Refused.new(
              "books_wrong",
              "The books do not add up, and nothing was done: #{wrong.first}",
              path: ""
            )
    end
  end

  def self.check(run_id, input)
    statements = Store::Pay::Statements.where(pay_run_id: run_id)
    if statements.empty?
      raise Refused.new("nothing_to_pay", "This run has no statement: there is nothing to approve.", path: "")
    end

    taxes(run_id)
    net_cents = Money.cents(statements.sum(:net))
    return if net_cents == Money.parse_cents(input[:total_net])

    raise Refused.new(
            "figures_moved",
            "The run now comes to #{Money.text(net_cents)}, not #{input[:total_net]}: look again before " \
              "you approve.",
            path: "/total_net"
          )
  end

  # What an order takes rests on taxes that somebody gave for these very earnings.
  def self.taxes(run_id)
    wanted = Store::Pay.taxes_wanted(run_id)
    return if wanted.empty?

    raise Refused.new(
            "taxes_missing",
            "#{wanted.map { |row| row[:driver] }.join(", ")}: an order takes a part of what is left after " \
              "taxes. Give the taxes, 0.00 where none are withheld, before you approve.",
            path: "/taxes"
          )
  end
  private_class_method :approve, :check, :taxes, :row, :proven
end
