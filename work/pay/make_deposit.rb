# frozen_string_literal: true

# A file for the bank leaves the house: who made it and what it comes to is in the trail, each time; what it proves
# first is noted.
module Work::Pay::MakeDeposit
  # made - what the file comes to: { paid:, prenotes:, total_cents: }; prenoted_ids - of drivers whose account it proves
  # Returns the run's id. Raises Refused `approved_it`.
  def self.call(run_id, input, made:, prenoted_ids:, by:, now:)
    Work::Act.once(input[:key], "make_deposit", by:, now:, input: input.merge(run_id:)) do |act|
      run = Store::Pay::Runs.lock(run_id) or raise Store::NotFound.new("pay run", run_id)
      Work::Pay::ApprovePayRun.second_person(run, by)
      Work::Pay::KeepBankAccount.prenoted(prenoted_ids, act)
      says = "#{Money.text(made[:total_cents])} to #{made[:paid]} accounts, #{made[:prenotes]} prenotes"
      act.changed("pay_run", run_id, { "file for the bank" => [nil, says] })
      run_id
    end
  end
end
