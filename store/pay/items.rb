# frozen_string_literal: true

# What is given or taken once.
Store::Pay::Items =
  Store::Table.of(:pay_items) do
    def standing = where(withdrawn_at: nil)

    # Of which a part is on no locked statement.
    def unsettled = where(id: Store::Pay::ItemParts.where(Store::Pay.unlocked).select(:item_id))
  end
