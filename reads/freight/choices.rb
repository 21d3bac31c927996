# frozen_string_literal: true

# Who and what could take a load, with what holds them at its times and what each driver drove last.
module Reads::Freight::Choices
  # drivers, tractors, trailers - rows; held - rows of Store::Freight.holding by driver or unit; last - unit's
  # id by driver and role; last_drivers - driver's id by unit
  Value = Core::Value.of(:drivers, :tractors, :trailers, :held_drivers, :held_units, :last, :last_drivers)

  # from, to - Time
  def self.between(from, to) =
    Value.new(
      drivers: DB[:drivers].where(retired: false).order(:name).all,
      tractors: units("tractor"),
      trailers: units("trailer"),
      held_drivers: held(:trip_drivers, from, to),
      held_units: held(:trip_units, from, to),
      last: Store::Match.last_units,
      last_drivers: Store::Match.last_drivers
    )

  # Numbers of units by id.
  def self.unit_numbers(ids) = DB[:units].where(id: ids).select_hash(:id, :number)

  def self.units(kind) = DB[:units].where(kind:, retired: false).order(:number).all
  def self.held(table, from, to) = Store::Freight.holding(table, from, to).to_hash(:holder_id)
  private_class_method :units, :held
end
