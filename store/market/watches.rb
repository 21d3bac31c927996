# frozen_string_literal: true

# Searches that run by themselves.
Store::Market::Watches =
  Store::Table.of(:watches) do
    def running(now) = where(ended_at: nil).where { (until_at =~ nil) | (until_at > now) }

    # Gives those that run for some drivers to somebody else. Returns their ids.
    def hand_over(driver_ids, who:, who_ref:) =
      where(driver_id: driver_ids, ended_at: nil)
        .exclude(who_ref:)
        .returning(:id)
        .update(who:, who_ref:, version: Sequel[:version] + 1)
        .map { |row| row[:id] }
  end
