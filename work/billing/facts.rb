# frozen_string_literal: true

# What is known of loads that are delivered and not billed, read at once for many.
class Work::Billing::Facts
  # One load: its row, the lines of its bill, and why it cannot be billed yet.
  # unusual - Array of Core::Billing::Unusual::Finding, empty unless it was asked for
  Load = Value.of(:row, :charges, :waits, :unusual) { def cents = charges.sum(&:cents) }

  # ids - nil for all
  def self.of(ids = nil)
    rows = Store::Billing.unbilled(ids)
    new(rows).all
  end

  # The same with who delivered it and what is unusual of each. today - Date
  def self.looked_at(today, ids = nil)
    loads = of(ids)
    unusual = Work::Billing::Unusual.of(loads, today)
    drivers = Store::Billing.drivers(loads.map { |load| load.row[:id] })
    loads.map do |load|
      id = load.row[:id]
      load.with(row: load.row.merge(driver: drivers[id]), unusual: unusual.fetch(id))
    end
  end

  # What the bill of a load waits for beside what its own page says already. load - row; codes - of what is said
  def self.beside(load, codes)
    return [] unless Core::Freight::Statuses::BILLABLE.include?(load[:status])

    Core::Billing::Ready.beside(of([load[:id]]).flat_map(&:waits), codes)
  end

  def initialize(rows)
    @rows = rows
    @accessorials = Store::Billing.accessorials(rows.map { |row| row[:id] })
  end

  # Array of Load, in the order in which they were delivered.
  def all
    @rows.map do |row|
      charges = Core::Billing.charges(row, @accessorials[row[:id]] || [])
      Load.new(row:, charges:, waits: Core::Billing.waits(facts(row)), unusual: [])
    end
  end

  private

  def facts(row) =
    Core::Billing::Ready::Facts.new(
      cancelled: row[:status] == "cancelled",
      papers: row[:paper_kinds].to_a,
      wanted: row[:papers_wanted].to_a,
      detention_open: !row[:detained_at].nil?,
      detained_at: row[:detained_at],
      diesel_lacking_on: row[:diesel_lacking_on],
      price_by_weight: %w[per_hundredweight per_ton].include?(row[:price_kind]),
      weight_lb: row[:weight_lb],
      total_cents: Money.cents(row[:total]),
      delivered_at: row[:delivered_at]
    )
end
