# frozen_string_literal: true

# The directory: customers, places, drivers with the rates in force, and units.
module Reads::Fleet::Directory
  KIND = Store::Fleet::KIND
  TABLES = Store::Fleet::COLUMNS.keys.freeze

  # What is read of each kind of record.
  FIELDS =
    Store::Fleet::COLUMNS
      .transform_values do |columns|
        (
          [:id, :version, :retired, :new_number_at, *columns, :owner, :operator] -
            Core::Company::Confidential::FEES
        ).freeze
      end
      .freeze

  # Rows of a page, and how many there are of all.
  def self.page(table, query, page:)
    rows, total = Store::Fleet.page(table, query, page: page || 1)
    [rows.map { |row| row.slice(*FIELDS[table]) }, total]
  end

  # Raises Store::NotFound.
  def self.one(table, id) =
    Store::Fleet.find(table, id)&.slice(*FIELDS[table]) || raise(Store::NotFound.new(KIND[table], id))

  # Of a unit, what only pay reads. Raises Store::NotFound.
  def self.unit_pay(id) =
    Store::Fleet::Units.row(id)&.slice(:id, :version, *Core::Company::Confidential::FEES) ||
      raise(Store::NotFound.new("unit", id))

  # Everybody who drives: [{ id:, name: }].
  def self.driver_names = DB[:drivers].where(retired: false).order(:name, :id).select(:id, :name).all

  # Towns and ZIPs that begin so, best first.
  def self.towns(query) = Store::Fleet.towns(query)
end
