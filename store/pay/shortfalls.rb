# frozen_string_literal: true

# What could not be taken of a statement.
Store::Pay::Shortfalls =
  Store::Table.of(:shortfalls) do
    # Of a run, what the next ones take, but what was carried into it: rows with driver_id.
    def carried(pay_run_id) =
      join(:statements, id: :statement_id)
        .where(pay_run_id:, carried: true)
        .exclude(kind: "carried_in")
        .select_all(:shortfalls)
        .select_append(:driver_id)
        .order(:statement_id, :position)
        .all
  end
