# frozen_string_literal: true

# Proves that the books are right: every transaction adds up to nothing, every locked statement is posted once
# and as it reads, every paid one has left the bank, no advance is paid back twice, no escrow fund is below
# nothing.
module Work::Pay::ProveBooks
  # Sentences, empty where all is right. Each is a query over the whole ledger.
  def self.call =
    [unbalanced, unposted, differing, unlike, unpaid, overpaid, below].flat_map { |found| found }

  def self.unbalanced
    DB[:ledger_entries]
      .group(:transaction_id)
      .having { sum(:amount) !~ 0 }
      .select_map(:transaction_id)
      .map { |id| "Transaction #{id} does not add up to nothing." }
  end

  STANDING = <<~SQL
    SELECT id, statement_id FROM ledger_transactions posted WHERE kind = 'statement' AND NOT EXISTS
      (SELECT 1 FROM ledger_transactions WHERE reverses_id = posted.id)
  SQL

  def self.unposted
    DB[<<~SQL].map { |row| "Statement #{row[:id]} is #{row[:state]} and posted #{row[:times]} times." }
      SELECT statements.id, state, count(standing.id) AS times FROM statements
        JOIN pay_runs ON pay_runs.id = pay_run_id
        LEFT JOIN (#{STANDING}) standing ON standing.statement_id = statements.id
      WHERE EXISTS (SELECT 1 FROM statement_lines WHERE statement_id = statements.id AND amount <> 0)
      GROUP BY statements.id, state HAVING count(standing.id) <> CASE state WHEN 'draft' THEN 0 ELSE 1 END
    SQL
  end

  # The lines of a statement are what was posted, and its total is what is payable or carried.
  def self.differing
    DB[<<~SQL].map do |row|
      SELECT statements.id, statements.net AS read, sum(ledger_entries.amount) AS posted
        FROM (#{STANDING}) standing JOIN statements ON statements.id = standing.statement_id
      JOIN ledger_entries ON transaction_id = standing.id AND (account = 'net_payable'
        OR (account = 'carried_forward' AND amount < 0))
      GROUP BY statements.id, statements.net HAVING statements.net <> sum(ledger_entries.amount)
    SQL
      "Statement #{row[:id]} reads #{row[:read].to_s("F")}, and its posting #{row[:posted].to_s("F")}."
    end
  end

  # Line by line, by name: what a statement reads is what its posting says beside the net.
  def self.unlike
    DB[<<~SQL].map do |row|
      SELECT id, min(label) AS label, sum(read) AS read, sum(posted) AS posted FROM (
        SELECT standing.statement_id AS id, kind, source_id, deduction_id, label, amount AS read, 0.0 AS posted
          FROM (#{STANDING}) standing
          JOIN statement_lines ON statement_lines.statement_id = standing.statement_id
        UNION ALL SELECT standing.statement_id, kind, source_id, deduction_id, label, 0.0, -amount FROM (#{STANDING}) standing
          JOIN ledger_entries ON transaction_id = standing.id WHERE account <> 'net_payable'
          AND NOT (account = 'carried_forward' AND amount < 0)
      ) told GROUP BY id, kind, source_id, deduction_id HAVING sum(read) <> sum(posted)
    SQL
      "#{row[:label]} of statement #{row[:id]} reads #{row[:read].to_s("F")}, and its posting " \
        "#{row[:posted].to_s("F")}."
    end
  end

  def self.unpaid
    DB[<<~SQL].map do |row|
      SELECT drivers.name, sum(ledger_entries.amount) AS amount,
        (SELECT coalesce(sum(greatest(net, 0)), 0) FROM statements
        JOIN pay_runs ON pay_runs.id = pay_run_id WHERE driver_id = drivers.id
        AND state = 'approved') AS due
      FROM ledger_entries JOIN drivers ON drivers.id = driver_id WHERE account = 'net_payable'
        GROUP BY drivers.id, drivers.name
      HAVING sum(ledger_entries.amount) <> (SELECT coalesce(sum(greatest(net, 0)), 0) FROM statements
        JOIN pay_runs ON pay_runs.id = pay_run_id WHERE driver_id = drivers.id AND state = 'approved')
    SQL
      "#{row[:name]} has #{row[:amount].to_s("F")} payable, and the runs that are locked and not paid " \
        "hold #{row[:due].to_s("F")}."
    end
  end

  # Of advances that the ledger knows: what is owed is never less than nothing.
  def self.overpaid =
    sums(
      "advances",
      "> 0 AND EXISTS (SELECT 1 FROM advances WHERE advances.driver_id = drivers.id)"
    ).map { |name| "#{name} has paid back more than was given." }
  def self.below = sums("escrow", "< 0").map { |name| "The escrow fund of #{name} is below nothing." }

  # Names of the drivers whose sum of an account is so.
  def self.sums(account, bound)
    DB[
      "SELECT drivers.name FROM ledger_entries JOIN drivers ON drivers.id = driver_id WHERE account = ? " \
        "GROUP BY drivers.id, drivers.name HAVING sum(amount) #{bound}",
      account
    ].select_map(:name)
  end
  private_class_method :unbalanced, :unposted, :differing, :unlike, :unpaid, :overpaid, :below, :sums
end
