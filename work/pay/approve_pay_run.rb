# frozen_string_literal: true

# Approves and locks a pay run: exactly the figures that the clerk saw.
module Work::Pay::ApprovePayRun
  # Raises Refused `figures_moved` when the run's total is no longer what the clerk saw, `locked`, `nothing_to_pay`.
  def self.call(run_id, input, by:, now:)
    Work::Act.once(input[:key], "approve_pay_run", by:, now:, input: input.merge(run_id:)) do |act|
      run = DB[:pay_runs].where(id: run_id).for_update.first or raise Work::NotFound.new("pay run", run_id)
      raise Refused.new("locked", "#{run[:approved_by]} approved this run already.", path: "") if run[:state] == "approved"

      Work::Pay::BuildRun.call(run_id)
      check(run_id, input)
      DB[:pay_runs].where(id: run_id).update(state: "approved", approved_at: now, approved_by: by.name)
      act.changed("pay_run", run_id, { state: %w[draft approved], net: [nil, input[:total_net]] })
      run_id
    end
  end

  def self.check(run_id, input)
    statements = DB[:statements].where(pay_run_id: run_id)
    raise Refused.new("nothing_to_pay", "This run has no statement: there is nothing to approve.", path: "") if statements.empty?

    net_cents = Money.cents(statements.sum(:net))
    return if net_cents == Money.parse_cents(input[:total_net])

    raise Refused.new("figures_moved", "The run now comes to #{Money.text(net_cents)}, not #{input[:total_net]}: look again before you approve.", path: "/total_net")
  end
  private_class_method :check
end
