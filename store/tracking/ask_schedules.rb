# frozen_string_literal: true

# Loads whose drivers are asked by the clock.
Store::Tracking::AskSchedules =
  Store::Table.of(:ask_schedules) do
    # Of loads in one of these states, each with its load's times.
    def running(states) =
      join(:loads, id: :load_id)
        .where(running: true, status: states)
        .select_all(:ask_schedules)
        .select_append(:pickup_at, :delivery_at)
        .all
  end
