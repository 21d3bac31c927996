# frozen_string_literal: true

# What customers owe, how old it is, and what of theirs lies unapplied.
module Reads::Billing::Receivables
  # row - of the customer; owed - { bucket => cents }; booked_cents - and not billed;
  # open - how many invoices; unapplied_cents; days - from invoice to
  # payment in the middle of what was paid, nil for none
  Account =
    Value.of(:row, :owed, :booked_cents, :open, :unapplied_cents, :days) do
      def credit
        limit, stops = row.values_at(:credit_limit, :credit_stops)
        Core::Billing::Credit.new(
          limit_cents: limit && Money.cents(limit),
          owed_cents: owed.values.sum,
          booked_cents:,
          stops:
        )
      end
    end

  # Array of Account of those who owe or are owed something, the most owed first. today - Date
  def self.accounts(today)
    ages = Store::Billing::Invoices.ages(today)
    left = Store::Billing.unapplied.group_by { |row| row[:customer_id] }
    days = days_to_pay
    booked = Store::Billing.booked
    Store::Fleet::Customers
      .where(id: ages.keys | left.keys)
      .map do |row|
        buckets = ages[row[:id]] || []
        Account.new(
          row:,
          owed: Core::Billing.sums(buckets.map { |age| [age[:bucket].to_sym, Money.cents(age[:owed])] }),
          booked_cents: Money.cents(booked[row[:id]] || 0),
          open: buckets.sum { |age| age[:count] },
          unapplied_cents: (left[row[:id]] || []).sum { |one| Money.cents(one[:left]) },
          days: days[row[:id]]
        )
      end
      .sort_by { |account| [-account.owed.values.sum, account.row[:name]] }
  end

  # What a customer owes, the oldest due first: rows with paid.
  def self.of(customer_id) =
    Store::Billing::Invoices.open(customer_id:).order(:due_on, Sequel[:invoices][:id]).all

  # What a customer is told that he owes. open - rows with paid, the oldest due first; left_cents - of his that lies
  # unapplied; owed - { bucket => cents }
  Told = Value.of(:company, :customer, :today, :open, :left_cents, :owed)

  # Raises Store::NotFound.
  def self.statement(customer_id, now)
    customer = Store::Fleet::Customers.row(customer_id) or raise Store::NotFound.new("customer", customer_id)
    today = Store::Company.day_of(now)
    unpaid = of(customer_id)
    Told.new(
      company: Store::Company.row,
      customer:,
      today:,
      open: unpaid,
      left_cents: Store::Billing.unapplied(customer_id).sum { |row| Money.cents(row[:left]) },
      owed:
        Core::Billing.ageing(
          unpaid.map { |row| [row[:due_on], Money.cents(row[:total] - row[:paid])] },
          today
        )
    )
  end

  # Accounts of the ledger, each with what it holds: rows of account, kind and amount.
  def self.trial_balance =
    Store::Pay::LedgerEntries
      .group(:account)
      .order(:account)
      .select(:account, Sequel.function(:sum, :amount).as(:amount))
      .all

  # Every entry from a day to a day, one a row, as a general ledger takes it.
  def self.journal(from, upto) =
    Store::Pay::LedgerEntries
      .join(:ledger_transactions, id: :transaction_id)
      .left_join(:customers, id: Sequel[:ledger_entries][:customer_id])
      .left_join(:drivers, id: Sequel[:ledger_entries][:driver_id])
      .left_join(:invoices, id: Sequel[:ledger_entries][:invoice_id])
      .where(Sequel[:ledger_transactions][:at] => (begins(from)...begins(upto + 1)))
      .order(Sequel[:ledger_entries][:id])
      .select(
        :at,
        :transaction_id,
        Sequel[:ledger_transactions][:kind],
        :what,
        :account,
        :label,
        Sequel[:ledger_entries][:amount],
        Sequel.function(:coalesce, Sequel[:customers][:name], Sequel[:drivers][:name]).as(:party),
        Sequel[:invoices][:number].as(:invoice)
      )
      .all

  # The first moment of a day where the company is.
  def self.begins(day) = Core::WallTime.instant(Store::Company.zone, day)

  # { customer id => days } from the invoice to the payment, in the middle.
  def self.days_to_pay =
    Store::Billing::PaymentParts
      .standing
      .join(:customer_payments, id: :payment_id)
      .join(:invoices, id: Sequel[:payment_parts][:invoice_id])
      .group(Sequel[:invoices][:customer_id])
      .select_hash(
        Sequel[:invoices][:customer_id],
        Sequel.lit("percentile_cont(0.5) WITHIN GROUP (ORDER BY received_on - invoiced_on)").as(:days)
      )
  private_class_method :days_to_pay, :begins
end
