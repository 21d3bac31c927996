# frozen_string_literal: true

# The parts of what is given or taken once, each on one statement.
Store::Pay::ItemParts =
  Store::Table.of(:pay_item_parts) do
    # Due by a day, of items that were not withdrawn.
    def due_by(day) = join(:pay_items, id: :item_id).where(withdrawn_at: nil).where(Sequel[:due_on] <= day)

    # Of those that are due, what is on no other run's statement.
    def free_for(pay_run_id) =
      where(
        Sequel.|(
          { Sequel[:pay_item_parts][:statement_id] => nil },
          { Sequel[:pay_item_parts][:statement_id] => Store::Pay::Statements.of_run(pay_run_id).select(:id) }
        )
      )

    # With what the item says, in the order they are due.
    def told =
      order(Sequel[:pay_item_parts][:due_on], Sequel[:pay_item_parts][:id]).select_all(
        :pay_item_parts
      ).select_append(:driver_id, :kind, :label, :deduction_id)

    def ids = select(Sequel[:pay_item_parts][:id])

    # Puts parts on statements; only those that are elsewhere are written.
    #
    # pairs - Array of [id, statement id]
    def tie(pairs) = Store::Pay.tie(:pay_item_parts, pairs)
  end
