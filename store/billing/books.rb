# frozen_string_literal: true

# Queries over bills and their postings that find nothing while the books are right.
module Store::Billing::Books
  # Invoices and credit notes that do not read as their lines, or are posted otherwise than they read: rows of number, read
  # and posted.
  def self.differing = DB[<<~SQL].all
      SELECT number, total AS read, posted FROM (
        SELECT number, total, coalesce((SELECT sum(amount) FROM ledger_entries
          JOIN ledger_transactions ON ledger_transactions.id = transaction_id
          WHERE ledger_entries.invoice_id = coalesce(invoices.credits_id, invoices.id)
            AND account = 'revenue' AND ledger_transactions.kind = invoices.kind), 0) AS posted
        FROM invoices) told WHERE total <> posted
      UNION ALL SELECT number, total, coalesce((SELECT sum(amount) FROM invoice_lines WHERE invoice_id = invoices.id), 0)
        FROM invoices
        WHERE total <> coalesce((SELECT sum(amount) FROM invoice_lines WHERE invoice_id = invoices.id), 0)
    SQL

  # Invoices whose receivable is not what is owed: rows of number, owed and posted.
  def self.owed = DB[<<~SQL].all
      SELECT number, CASE WHEN credited THEN 0 ELSE total - paid END AS owed, posted FROM (
        SELECT number, total,
          EXISTS (SELECT 1 FROM invoices notes WHERE notes.credits_id = invoices.id) AS credited,
          coalesce((SELECT sum(amount) FROM payment_parts
            WHERE invoice_id = invoices.id AND undone_at IS NULL), 0) AS paid,
          -coalesce((SELECT sum(amount) FROM ledger_entries
            WHERE invoice_id = invoices.id AND account = 'receivables'), 0) AS posted
        FROM invoices WHERE kind = 'invoice') told
      WHERE posted <> CASE WHEN credited THEN 0 ELSE total - paid END OR paid > total
    SQL

  # Customers whose unapplied cash is not what is left of their payments: rows of name, left and posted.
  def self.unapplied = DB[<<~SQL].all
      SELECT name, remaining, posted FROM (
        SELECT name,
          coalesce((SELECT sum(amount) FROM customer_payments WHERE customer_id = customers.id), 0)
            - coalesce((SELECT sum(payment_parts.amount) FROM payment_parts
              JOIN customer_payments ON customer_payments.id = payment_id
              WHERE customer_id = customers.id AND undone_at IS NULL), 0) AS remaining,
          coalesce((SELECT sum(amount) FROM ledger_entries
            WHERE customer_id = customers.id AND account = 'unapplied_cash'), 0) AS posted
        FROM customers) told WHERE remaining <> posted OR remaining < 0
    SQL

  # Loads that are billed or closed and on no invoice that stands, or on one and not billed.
  def self.loads = DB[<<~SQL].select_map(:number)
      SELECT number FROM loads WHERE (status IN ('billed', 'closed') AND total > 0)
        <> EXISTS (SELECT 1 FROM invoice_loads WHERE load_id = loads.id AND standing)
    SQL

  # Numbers of the row of invoices that are missing.
  def self.gaps = DB[<<~SQL].select_map(:serial)
      SELECT serial FROM (SELECT generate_series(10001, last) AS serial FROM invoice_numbers) row
      WHERE NOT EXISTS (SELECT 1 FROM invoices WHERE number = 'I-' || serial)
    SQL
end
