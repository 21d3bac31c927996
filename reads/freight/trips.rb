# frozen_string_literal: true

# Trips with all that belongs to them.
module Reads::Freight::Trips
  # row - of trips; stops, drivers, units, check_ins - rows in order; texted_at - when a text of it last left;
  # changes - what its drivers have not seen, with the driver's name
  Value = Core::Value.of(:row, :stops, :drivers, :units, :check_ins, :texted_at, :changes)

  # Raises Store::NotFound.
  def self.one(id) = of([DB[:trips].first(id:) || raise(Store::NotFound.new("trip", id))]).first

  # Those of nothing but an empty truck that are not done.
  def self.empty = of(Store::Freight.empty_trips.all)

  # rows - of trips. Returns Array of Value in the same order.
  def self.of(rows)
    return [] if rows.empty?

    ids = rows.map { |row| row[:id] }
    stops, drivers, units, check_ins =
      %i[trip_stops trip_drivers trip_units check_ins].map do |part|
        Store::Freight.public_send(part, ids).to_hash_groups(:trip_id)
      end
    texted, changes = texted(ids), changes(ids)
    rows.map do |row|
      id = row[:id]
      Value.new(
        row:,
        stops: stops[id] || [],
        drivers: drivers[id] || [],
        units: units[id] || [],
        check_ins: check_ins[id] || [],
        texted_at: texted[id],
        changes: changes[id] || []
      )
    end
  end

  def self.texted(ids) =
    DB[:texts]
      .where(trip_id: ids)
      .exclude(sent_at: nil)
      .group(:trip_id)
      .select(:trip_id, Sequel.function(:max, :sent_at).as(:sent_at))
      .to_hash(:trip_id, :sent_at)

  def self.changes(ids) =
    DB[:trip_changes]
      .join(:drivers, id: :driver_id)
      .where(trip_id: ids, seen_at: nil)
      .order(Sequel[:trip_changes][:id])
      .select(:trip_id, :what, :at, :name)
      .to_hash_groups(:trip_id)
  private_class_method :texted, :changes
end
