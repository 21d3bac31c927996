# frozen_string_literal: true

# The trips of a week, by driver or by vehicle.
module Reads::Road::Week
  DAYS = 7
  VEHICLES = %w[tractor trailer].freeze

  # holders - rows of drivers or units: id, name, terminal, zone; trips - rows by holder; stops - rows by trip;
  # loads - row by trip
  Value = Core::Value.of(:holders, :trips, :stops, :loads)

  # from - Date of the first day, in whatever zone: a day more is read on both sides; by - driver, tractor or trailer
  def self.of(from, by: "driver")
    vehicles = VEHICLES.include?(by)
    trips =
      (
        if vehicles
          trips(:trip_units, :unit_id, from).where(role: by).all
        else
          trips(:trip_drivers, :driver_id, from).all
        end
      )
    ids = trips.map { |row| row[:id] }.uniq
    Value.new(
      holders: vehicles ? units(by) : Store::Hours.drivers.all,
      trips: trips.group_by { |row| row[:holder_id] },
      stops: Store::Freight.trip_stops(ids).to_hash_groups(:trip_id),
      loads: loads(ids)
    )
  end

  def self.trips(held, holder, from)
    midnight = Time.utc(from.year, from.month, from.day)
    span = Store::Freight.range(midnight - 86_400, midnight + ((DAYS + 1) * 86_400))
    DB[held]
      .join(:trips, id: :trip_id)
      .where(live: true)
      .where(Sequel.pg_range_op(Sequel[:trips][:during]).overlaps(span))
      .order(Sequel.function(:lower, Sequel[:trips][:during]))
      .select(
        Sequel[held][holder].as(:holder_id),
        *%i[id number status during].map { |column| Sequel[:trips][column] }
      )
  end

  # Days of a unit are those of its terminal, or of the company's first.
  def self.units(kind)
    zone = Store::Company.terminals.get(:zone) || "UTC"
    DB[:units]
      .left_join(:terminals, id: :terminal_id)
      .left_join(:zips, zip: Sequel[:terminals][:zip])
      .where(kind:, retired: false)
      .order(:number)
      .select(
        Sequel[:units][:id],
        Sequel[:units][:number].as(:name),
        Sequel.function(:coalesce, Sequel[:terminals][:name], "").as(:terminal),
        Sequel.function(:coalesce, Sequel[:zips][:zone], zone).as(:zone)
      )
      .all
  end

  def self.loads(trip_ids) =
    DB[:trip_loads]
      .join(:loads, id: :load_id)
      .where(trip_id: trip_ids)
      .select(:trip_id, :load_id, :number)
      .to_hash(:trip_id)
  private_class_method :trips, :units, :loads
end
