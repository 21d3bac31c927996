# frozen_string_literal: true

# Deductions, in the order they are taken in.
module Reads::Pay::Deductions
  # rows - of deductions; drivers - rows of deduction_drivers with name, by deduction
  Value = Core::Value.of(:rows, :drivers)

  def self.all =
    Value.new(
      rows: DB[:deductions].order(:priority, :id).all,
      drivers:
        DB[:deduction_drivers]
          .join(:drivers, id: :driver_id)
          .order(:name)
          .select(:deduction_id, :driver_id, :name, :own_amount, :left_out)
          .to_hash_groups(:deduction_id)
    )
end
