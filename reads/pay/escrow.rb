# frozen_string_literal: true

# What is kept for drivers, and the interest it bore.
module Reads::Pay::Escrow
  # funds - rows with their balance; quarters - rows, latest first
  Value = Core::Value.of(:funds, :quarters)

  def self.all = Value.new(funds: Store::Pay::Funds.all, quarters: Store::Pay::Funds.interest)
end
