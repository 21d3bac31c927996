# frozen_string_literal: true

# Mailed papers that wait for a person.
module Reads::Tracking::Scans
  HOLDERS = { drivers: "driver", units: "unit" }.freeze

  # Each with the unit or driver that it names, as `of: { kind:, id: }`, or nil.
  def self.waiting
    rows = Store::Tracking::Scans.waiting.listed.all
    said = rows.map { |row| Core::Tracking::ScanSubject.read(row[:subject]) }
    bearers = Store::Tracking::Scans.bearers(said.flat_map(&:numbers).uniq)
    rows.zip(said).map { |row, one| { **row, of: holder(Core::Tracking::ScanSubject.place(one, bearers)) } }
  end

  # With its content. Raises Store::NotFound.
  def self.file(id) = Store::Tracking::Scans.row(id) || raise(Store::NotFound.new("scan", id))

  # place - [table, id], or a sentence on why it is of none
  def self.holder(place)
    table, id = place
    { kind: HOLDERS.fetch(table), id: } if HOLDERS.key?(table)
  end
  private_class_method :holder
end
