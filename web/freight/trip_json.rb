# frozen_string_literal: true

# The JSON of trips as the office sees them.
module Web::Freight::TripJson
  Figures = Web::Figures
  COLUMNS = %i[
    id
    number
    status
    version
    miles_estimated
    decline_reason
    empty_from
    empty_minutes
    empty_by_state
  ].freeze
  STOP = %i[id unit load stop_id kind name town state zone signer minutes by_state via estimated].freeze

  def self.one(id, by:) = of(Reads::Freight::Trips.one(id), by:)

  # trip - Reads::Freight::Trips::Value; by - who looks
  def self.of(trip, by:)
    row = trip.row
    {
      **row.slice(*COLUMNS),
      begins_at: Figures.iso(row[:during].begin),
      ends_at: Figures.iso(row[:during].end),
      loaded_miles: Figures.miles(row[:loaded_miles]),
      empty_miles: Figures.miles(row[:empty_miles]),
      **crew(trip),
      allowed_acts: Core::Freight::Acts.of_trip(row[:status], roles: by.roles).map(&:to_h),
      texted_at: Figures.iso(trip.texted_at),
      unseen: trip.changes.map { |one| { what: one[:what], at: Figures.iso(one[:at]), driver: one[:name] } },
      stops: trip.stops.map { |stop| stop(stop) },
      check_ins: trip.check_ins.map { |one| check_in(one) }
    }
  end

  def self.crew(trip)
    by_role = trip.units.to_h { |unit| [unit[:role], { id: unit[:unit_id], name: unit[:number] }] }
    {
      drivers: trip.drivers.map { |row| { id: row[:driver_id], name: row[:name] } },
      tractor: by_role["tractor"],
      trailer: by_role["trailer"]
    }
  end

  # A load's stop has its window on the load; one of our own has its time here.
  def self.stop(row)
    {
      **row.slice(*STOP),
      at: row[:load_id] ? nil : Figures.iso(row[:from_at]),
      tolls: Figures.money(row[:tolls]),
      direct_miles: Figures.miles(row[:direct_miles]),
      miles: Figures.miles(row[:miles]),
      **%i[arrived_at worked_at left_at].to_h { |at| [at, Figures.iso(row[at])] }
    }
  end

  def self.check_in(row) =
    {
      **row.slice(:id, :kind, :driver, :stop_id, :note, :signer),
      done_at: Figures.iso(row[:done_at]),
      arrived_at: Figures.iso(row[:arrived_at])
    }
  private_class_method :crew, :stop, :check_in
end
