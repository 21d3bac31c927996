# frozen_string_literal: true

# What is kept for one driver's pay: bank, orders, advances, plans, funds, and what the ledger says.
module Reads::Pay::Driver
  ACCOUNTS = %w[advances escrow net_payable carried_forward].freeze

  # driver - row; bank - row or nil; garnishments, advances (with :taken), balances (sums by account), plans
  # (latest first), funds - rows
  Value = Core::Value.of(:driver, :bank, :garnishments, :advances, :balances, :plans, :funds)

  # Raises Store::NotFound.
  def self.of(id)
    driver = DB[:drivers].first(id:) or raise Store::NotFound.new("driver", id)
    taken = Store::Pay::Advances.taken
    Value.new(
      driver:,
      bank: Store::Sealed.row(:bank_accounts, DB[:bank_accounts].first(driver_id: id)),
      garnishments: DB[:garnishments].where(driver_id: id).order(:id).all,
      advances:
        DB[:advances].where(driver_id: id).order(:id).map { |row| row.merge(taken: taken[row[:id]] || 0) },
      balances: balances(id),
      plans: DB[:pay_plans].where(driver_id: id).reverse(:in_force_from).all,
      funds: Store::Pay::Funds.all(id)
    )
  end

  # Whose an order is.
  def self.of_garnishment(id) = DB[:garnishments].where(id:).get(:driver_id)

  # What each account of the ledger says of a driver: sums over it, and nothing else.
  def self.balances(id) =
    DB[:ledger_entries]
      .where(driver_id: id, account: ACCOUNTS)
      .group(:account)
      .order(:account)
      .select(:account, Sequel.function(:sum, :amount).as(:amount))
      .all
  private_class_method :balances
end
