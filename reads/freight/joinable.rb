# frozen_string_literal: true

# Trips that a partial load could join.
module Reads::Freight::Joinable
  Value = Core::Value.of(:trip_id, :trip, :crew, :loads, :origin, :destination)

  # Returns Array of Value, soonest first; none for a load that is not an open partial.
  # Raises Store::NotFound.
  def self.by(load_id)
    load = Store::Freight.load(load_id) or raise Store::NotFound.new("load", load_id)
    return [] unless load[:size] == "partial" && load[:status] == "open"

    rows(load_id)
      .group_by { |row| row[:trip_id] }
      .values
      .select { |list| list.all? { |row| row[:size] == "partial" } }
      .map do |list|
        Value.new(
          **list.first.slice(:trip_id, :trip, :crew, :origin),
          loads: list.map { |row| row[:number] },
          destination: list.last[:destination]
        )
      end
  end

  # ids - of stops. Returns { load's id => its number }.
  def self.numbers(load_ids) = DB[:loads].where(id: load_ids).select_hash(:id, :number)

  # Ids of a trip's stops as they are.
  def self.order(trip_id) = DB[:trip_stops].where(trip_id:).order(:position).select_map(:stop_id)

  def self.rows(load_id) =
    DB[:trips]
      .join(:trip_loads, trip_id: :id)
      .join(:loads, id: :load_id)
      .where(Sequel[:trips][:status] => Store::Freight::JOINABLE)
      .exclude(Sequel[:loads][:id] => load_id)
      .exclude(Sequel[:trips][:id] => DB[:partner_trips].select(:trip_id))
      .order(Sequel.function(:lower, :during))
      .select(
        Sequel[:trips][:id].as(:trip_id),
        Sequel[:trips][:number].as(:trip),
        Sequel[:loads][:number],
        :size,
        :crew,
        :origin,
        :destination
      )
      .all
  private_class_method :rows
end
