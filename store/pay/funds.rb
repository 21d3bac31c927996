# frozen_string_literal: true

# What is kept for drivers in escrow: sums over the ledger. A fund is a deduction's, whatever it is called today.
module Store::Pay::Funds
  # Every fund that has ever held something, or a driver's: rows of driver_id, driver, deduction_id, its label
  # and goal, and balance.
  def self.all(driver_id = nil)
    DB[:ledger_entries]
      .join(:drivers, id: :driver_id)
      .join(:deductions, id: Sequel[:ledger_entries][:deduction_id])
      .where(account: "escrow", **{ driver_id: }.compact)
      .group(:driver_id, Sequel[:drivers][:name], Sequel[:deductions][:id])
      .order(Sequel[:drivers][:name], Sequel[:deductions][:label])
      .select(
        :driver_id,
        Sequel[:drivers][:name].as(:driver),
        Sequel[:deductions][:id].as(:deduction_id),
        Sequel[:deductions][:label],
        :goal,
        Sequel.function(:sum, Sequel[:ledger_entries][:amount]).as(:balance)
      )
      .all
  end

  # Interest as it was posted, a row a quarter and percentage, latest first.
  def self.interest
    DB[:escrow_interest]
      .group(:quarter_from, :percent)
      .reverse(:quarter_from)
      .select(
        :quarter_from,
        :percent,
        Sequel.function(:count).*.as(:funds),
        Sequel.function(:sum, :amount).as(:amount)
      )
      .all
  end

  # What the lines of a draft would put into each fund, by deduction: negative, since it is taken.
  def self.moved(statement_id)
    DB[:statement_lines]
      .where(statement_id:, deduction_id: DB[:deductions].where(escrow: true).select(:id))
      .group(:deduction_id)
      .select_hash(:deduction_id, Sequel.function(:sum, :amount).as(:amount))
  end
end
