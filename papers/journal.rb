# frozen_string_literal: true

require "csv"

# The ledger's entries as a general ledger takes them: a row each, debit and credit in columns of their own.
module Papers::Journal
  HEAD = %w[posting at kind what account label party invoice debit credit].freeze

  # rows - of Reads::Billing::Receivables.journal. What an account owes, above nothing, is a credit.
  def self.csv(rows) =
    CSV.generate do |csv|
      csv << HEAD
      rows.each do |row|
        amount = Money.dollars_text(row[:amount].abs)
        csv << [
          row[:transaction_id],
          row[:at].utc.iso8601,
          *row.values_at(:kind, :what, :account, :label, :party, :invoice),
          row[:amount].negative? ? amount : nil,
          row[:amount].negative? ? nil : amount
        ].map { |cell| Papers::SafeCell.of(cell) }
      end
    end
end
