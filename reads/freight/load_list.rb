# frozen_string_literal: true

# Loads as a list: a page of those that are asked for, and how many are in each state.
module Reads::Freight::LoadList
  # rows - of loads with their customer's name; counts - by live state; total - of all that were found
  Value = Core::Value.of(:rows, :counts, :total)

  # What is done, or done and to come: the latest is looked for first.
  LATEST_FIRST = [*Core::Freight::Statuses::HAPPENED, "all"].freeze

  # status - of loads, `live` or `all`; query - words; page - from 1
  # size - full or partial, nil for both
  def self.page(status: nil, query: nil, customer_id: nil, size: nil, page: nil)
    found = Store::Freight.found(status: status || "live", query:, customer_id:, size:)
    counts = Store::Freight.counts
    narrowed = status || query || customer_id || size
    Value.new(
      rows: Store::Freight.page(found, page: page || 1, latest_first: LATEST_FIRST.include?(status)),
      counts:,
      total: narrowed ? found.count : counts.values.sum
    )
  end
end
