# frozen_string_literal: true

# The rules of each state as the company knows them.
module Reads::Permits::Rules
  # Hash of state to Core::Permits' rules.
  def self.all = Store::Permits.rules

  # Loads with a permit file that are still to go, by state of their permits: Hash of state to Array of { id:,
  # number: }.
  def self.in_use =
    Store::Permits::Permits
      .on_loads
      .where(Sequel[:loads][:status] => %w[open planned sent accepted rolling])
      .exclude(Sequel[:permits][:status] => "cancelled")
      .order(Sequel[:loads][:number])
      .select(:jurisdiction, Sequel[:loads][:id], Sequel[:loads][:number])
      .distinct
      .all
      .group_by { |row| row[:jurisdiction] }
      .transform_values { |rows| rows.map { |row| row.slice(:id, :number) } }

  # Raises Store::NotFound.
  def self.of(code) = all[code] || raise(Store::NotFound.new("jurisdiction", code))
end
