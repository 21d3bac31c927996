# frozen_string_literal: true

# Queries over the whole ledger that find nothing while the books are right.
module Store::Pay::Books
  STANDING = <<~SQL
    SELECT id, statement_id FROM ledger_transactions posted WHERE kind = 'statement' AND NOT EXISTS
      (SELECT 1 FROM ledger_transactions WHERE reverses_id = posted.id)
  SQL

  # Statements that are posted more or less often than once where they are locked: rows of id, state, times.
  def self.unposted = DB[<<~SQL].all
      SELECT statements.id, status, count(standing.id) AS times FROM statements
        JOIN pay_runs ON pay_runs.id = pay_run_id
        LEFT JOIN (#{STANDING}) standing ON standing.statement_id = statements.id
      WHERE EXISTS (SELECT 1 FROM statement_lines WHERE statement_id = statements.id AND amount <> 0)
      GROUP BY statements.id, status HAVING count(standing.id) <> CASE status WHEN 'draft' THEN 0 ELSE 1 END
    SQL

  # Statements whose net is not what is payable or carried: rows of id, read, posted.
  def self.differing = DB[<<~SQL].all
      SELECT statements.id, statements.net AS read, sum(ledger_entries.amount) AS posted
        FROM (#{STANDING}) standing JOIN statements ON statements.id = standing.statement_id
      JOIN ledger_entries ON transaction_id = standing.id AND (account = 'net_payable'
        OR (account = 'carried_forward' AND amount < 0))
      GROUP BY statements.id, statements.net HAVING statements.net <> sum(ledger_entries.amount)
    SQL

  # Lines that read otherwise than their posting: rows of id, label, read, posted.
  def self.unlike = DB[<<~SQL].all
      SELECT id, min(label) AS label, sum(read) AS read, sum(posted) AS posted FROM (
        SELECT standing.statement_id AS id, kind, source_id, deduction_id, label, amount AS read, 0.0 AS posted
          FROM (#{STANDING}) standing
          JOIN statement_lines ON statement_lines.statement_id = standing.statement_id
        UNION ALL SELECT standing.statement_id, kind, source_id, deduction_id, label, 0.0, -amount
          FROM (#{STANDING}) standing
          JOIN ledger_entries ON transaction_id = standing.id WHERE account <> 'net_payable'
          AND NOT (account = 'carried_forward' AND amount < 0)
      ) told GROUP BY id, kind, source_id, deduction_id HAVING sum(read) <> sum(posted)
    SQL

  # Drivers with more or less payable than the locked runs that are not paid hold: rows of name, amount, due.
  def self.unpaid = DB[<<~SQL].all
      SELECT drivers.name, sum(ledger_entries.amount) AS amount,
        (SELECT coalesce(sum(greatest(net, 0)), 0) FROM statements
        JOIN pay_runs ON pay_runs.id = pay_run_id WHERE driver_id = drivers.id
        AND status = 'approved') AS due
      FROM ledger_entries JOIN drivers ON drivers.id = driver_id WHERE account = 'net_payable'
        GROUP BY drivers.id, drivers.name
      HAVING sum(ledger_entries.amount) <> (SELECT coalesce(sum(greatest(net, 0)), 0) FROM statements
        JOIN pay_runs ON pay_runs.id = pay_run_id WHERE driver_id = drivers.id AND status = 'approved')
    SQL

  # Names of the drivers who have paid back more advances than the ledger knows of.
  def self.overpaid =
    sums("advances")
      .where(DB[:advances].where(Sequel[:advances][:driver_id] => Sequel[:drivers][:id]).exists)
      .having { sum(:amount) > 0 }
      .select_map(:name)

  # Names of the drivers one of whose funds is below nothing.
  def self.below = sums("escrow").having { sum(:amount) < 0 }.select_map(:name)

  def self.sums(account) =
    DB[:ledger_entries].join(:drivers, id: :driver_id).where(account:).group(Sequel[:drivers][:id], :name)
  private_class_method :sums
end
