# frozen_string_literal: true

# Papers of a driver or unit, time off, and who had what when.
class Reads::Fleet::Papers
  HAD = 12
  HOLDERS = { drivers: :driver_id, units: :unit_id }.freeze
  COLUMNS = %i[id kind number issued_on expires_on verified_by verified_at content_type replaced_by].freeze

  # papers, days_off - rows; had - Array of Had, newest first, those to come among them
  Value = Core::Value.of(:papers, :days_off, :had)
  # trip - row with during; load - row or nil; with - names of drivers and numbers of units, without its own
  Had = Core::Value.of(:trip, :load, :with)

  # Raises Store::NotFound.
  def self.of(table, id) = new(table, id).read

  # The row of a paper with its content. Raises Store::NotFound.
  def self.file(id) =
    DB[:credentials].where(id:).exclude(content: nil).first || raise(Store::NotFound.new("paper", id))

  def initialize(table, id)
    @row = DB[table].first(id:) or raise Store::NotFound.new(Store::Fleet::KIND[table], id)
    @table = table
    @id = id
  end

  def read = Value.new(papers:, days_off:, had:)

  private

  def papers =
    DB[:credentials].where(HOLDERS.fetch(@table) => @id).order(Sequel.desc(:id)).select(*COLUMNS).all

  def days_off = @table == :drivers ? DB[:days_off].where(driver_id: @id).order(:from_on).all : []

  # The last trips of a unit with who drove, of a driver with what he drove.
  def had
    trips = self.trips
    ids = trips.map { |row| row[:trip_id] }
    drivers = Store::Freight.trip_drivers(ids).to_hash_groups(:trip_id, :name)
    units = Store::Freight.trip_units(ids).to_hash_groups(:trip_id, :number)
    loads = Store::Freight.trip_loads(ids).to_hash(:trip_id)
    own = @row[Store::Fleet::NAME[@table]]
    trips.map do |trip|
      id = trip[:trip_id]
      Had.new(trip:, load: loads[id], with: [*drivers[id], *units[id]] - [own])
    end
  end

  def trips =
    DB[@table == :units ? :trip_units : :trip_drivers]
      .where(HOLDERS.fetch(@table) => @id, :live => true)
      .reverse(Sequel.function(:lower, :during))
      .limit(HAD)
      .select(:trip_id, :during)
      .all
end
