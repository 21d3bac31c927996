# frozen_string_literal: true

# What the bank says came in.
Store::Billing::BankLines =
  Store::Table.of(:bank_lines) do
    # Nobody has said whose it is.
    def open = where(payment_id: nil, aside_why: nil)
  end
