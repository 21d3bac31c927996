# frozen_string_literal: true

# Postings, each of entries that add up to nothing.
Store::Pay::LedgerTransactions =
  Store::Table.of(:ledger_transactions) do
    # Of each statement the posting that stands.
    def standing(statement_ids) =
      where(kind: "statement", statement_id: statement_ids)
        .exclude(id: DB[:ledger_transactions].exclude(reverses_id: nil).select(:reverses_id))
        .order(:id)
        .all
  end
