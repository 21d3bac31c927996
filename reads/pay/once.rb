# frozen_string_literal: true

# What was given or taken once, latest first: how much, in how many parts, and which of them are on locked
# statements.
module Reads::Pay::Once
  SHOWN = 500

  # Rows of pay_items with driver, amount, parts, locked_parts, due_on and statement_id of the last part.
  def self.all
    DB[:pay_items]
      .join(:drivers, id: :driver_id)
      .join(:pay_item_parts, item_id: Sequel[:pay_items][:id])
      .left_join(:statements, id: Sequel[:pay_item_parts][:statement_id])
      .left_join(:pay_runs, id: Sequel[:statements][:pay_run_id])
      .where(carried_from_id: nil)
      .group(Sequel[:pay_items][:id], Sequel[:drivers][:id])
      .reverse(Sequel[:pay_items][:id])
      .limit(SHOWN)
      .select_all(:pay_items)
      .select_append(
        Sequel[:drivers][:name].as(:driver),
        Sequel.function(:sum, :amount).as(:amount),
        Sequel.function(:count, Sequel[:pay_item_parts][:id]).as(:parts),
        Sequel.lit("count(*) FILTER (WHERE pay_runs.status <> 'draft')").as(:locked_parts),
        Sequel.function(:min, :due_on).as(:due_on),
        Sequel.function(:max, Sequel[:pay_item_parts][:statement_id]).as(:statement_id)
      )
      .all
  end
end
