# frozen_string_literal: true

# What the bank says came in, line by line, each once; and which payment was made of it.
Sequel.migration do
  change do
    create_table(:bank_lines) do
      primary_key :id
      # Of its day, amount and words, and how often the same stood above it in the file.
      String :fingerprint, text: true, null: false, unique: true
      Date :line_on, null: false
      BigDecimal :amount, size: [12, 2], null: false
      String :words, text: true, null: false
      foreign_key :payment_id, :customer_payments, unique: true
      # Why it is none of a customer's.
      String :aside_why, text: true
      String :taken_by, text: true, null: false
      timestamptz :taken_at, null: false
      constraint(:bank_lines_positive) { amount > 0 }
      constraint(:bank_lines_one_end, Sequel.lit("payment_id IS NULL OR aside_why IS NULL"))
      index :id, where: { payment_id: nil, aside_why: nil }, name: :bank_lines_open
    end
  end
end
