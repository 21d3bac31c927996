# frozen_string_literal: true

# Orders of courts.
Store::Pay::Garnishments =
  Store::Table.of(:garnishments) do
    # In force on some day of a period, by driver.
    def by_driver(from_on, to_on) =
      where(Sequel[:from_on] <= to_on)
        .where(Sequel.|({ to_on: nil }, Sequel[:to_on] >= from_on))
        .order(:id)
        .all
        .group_by { |row| row[:driver_id] }
  end
