# frozen_string_literal: true

# Deductions, in the order they are taken in, and changes of them that wait for a second person.
module Reads::Pay::Deductions
  # rows - of deductions; drivers - rows of deduction_drivers with name, by deduction; waiting - rows
  Value = Core::Value.of(:rows, :drivers, :waiting)

  def self.all =
    Value.new(
      rows: DB[:deductions].order(:priority, :id).all,
      drivers:
        DB[:deduction_drivers]
          .join(:drivers, id: :driver_id)
          .order(:name)
          .select(:deduction_id, :driver_id, :name, :own_amount, :left_out)
          .to_hash_groups(:deduction_id),
      waiting: DB[:deduction_changes].where(status: "asked").order(:id).all
    )
end
