# frozen_string_literal: true

# Advances, and the parts of them that statements take.
Store::Pay::Advances =
  Store::Table.of(:advances) do
    # Those that began by a day, in the order they are taken in.
    def begun_by(day) = where(Sequel[:from_on] <= day).order(:id)

    # How many parts locked statements took of each, by advance.
    def taken
      DB[:advance_takings]
        .join(:statements, id: :statement_id)
        .join(:pay_runs, id: :pay_run_id)
        .exclude(status: "draft")
        .where(pushed: false)
        .group_and_count(:advance_id)
        .to_hash(:advance_id, :count)
    end

    # Those that were pushed past a run: its statements, by advance.
    def pushed(run_id) =
      DB[:advance_takings]
        .join(:statements, id: :statement_id)
        .where(pay_run_id: run_id, pushed: true)
        .select_hash(:advance_id, :statement_id)

    # What is open of each by the end of a run's period, by driver: rows with taken and pushed.
    def open(run)
      taken, pushed = self.taken, pushed(run[:id])
      begun_by(run[:to_on])
        .all
        .map { |row| row.merge(taken: taken[row[:id]] || 0, pushed: pushed.key?(row[:id])) }
        .select { |row| row[:taken] < row[:installments] }
        .group_by { |row| row[:driver_id] }
    end
  end
