# frozen_string_literal: true

# Lines of statements.
Store::Pay::StatementLines =
  Store::Table.of(:statement_lines) do
    def by_statement(statement_ids) =
      where(statement_id: statement_ids)
        .order(:statement_id, :position)
        .all
        .group_by { |row| row[:statement_id] }

    # What each trip earned drivers on locked statements: rows of driver_id and amount, by driver.
    def earned_by_trip(driver_ids) =
      join(:statements, id: :statement_id)
        .join(:pay_runs, id: :pay_run_id)
        .where(driver_id: driver_ids, section: "earnings")
        .exclude(status: "draft")
        .exclude(trip_id: nil)
        .group(:driver_id, :trip_id)
        .select(:driver_id, Sequel.function(:sum, :amount).as(:amount))
        .all
        .group_by { |row| row[:driver_id] }
  end
