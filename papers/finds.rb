# frozen_string_literal: true

require "csv"

# Finds for a truck as a table of comma-separated values: what a spreadsheet reads, and what may be mailed or printed.
module Papers::Finds
  HEAD = [
    "Verdict",
    "Posting",
    "Posted by",
    "Origin",
    "Destination",
    "Pickup from (UTC)",
    "Pickup until (UTC)",
    "Deliver by (UTC)",
    "Posted, dollars",
    "Profit, dollars",
    "Dollars a loaded mile",
    "Lane middle, dollars a mile",
    "Empty miles",
    "Loaded miles",
    "What the end is worth, dollars",
    "Credit score",
    "What it misses"
  ].freeze

  # finds - Array of Work::Market::Find
  def self.csv(finds) =
    CSV.generate { |csv| [HEAD, *finds.map { |find| row(find) }].each { |row| csv << row } }

  def self.row(find)
    row = find.row
    judgement = find.fit.judgement
    cells = [
      find.blocked? ? "blocked" : judgement.verdict,
      row[:reference],
      row[:broker_name],
      "#{row[:origin_town]}, #{row[:origin_state]}",
      "#{row[:destination_town]}, #{row[:destination_state]}",
      *row.values_at(:opens_at, :closes_at, :deliver_by).map { |at| at&.utc&.strftime("%Y-%m-%d %H:%M") },
      row[:rate] && Money.dollars_text(row[:rate]),
      row[:rate] && Money.text(judgement.money.profit),
      find.per_loaded_mile_cents&.then { |cents| Money.text(cents) },
      find.lanes.values.compact.first&.then { |lane| format("%.2f", lane.median) },
      miles(find.fit.deadhead_tenths),
      miles(judgement.money.loaded_tenths),
      Money.text(find.onward.worth_cents),
      row[:broker_credit_score],
      [*find.reasons, *judgement.reasons].map(&:text).join(" ")
    ]
    cells.map { |cell| cell && Papers::SafeCell.of(cell) }
  end

  def self.miles(tenths) = format("%.1f", tenths / 10r)

  private_class_method :row, :miles
end
