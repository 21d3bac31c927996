# frozen_string_literal: true

# What judging crews reads: a fixed number of queries for the whole fleet.
module Store::Match
  FitRules = Store::Table.of(:fit_rules)
  MatchSettings = Store::Table.of(:match_settings)
  HandOvers = Store::Table.of(:hand_overs)

  # How many of the latest entries are counted: who began earlier may commit later, under a smaller number.
  LATEST = 500

  # Changes whenever anything that people or devices did has been written.
  def self.stamp
    last = DB[:audit_entries].max(:id) || 0
    [last, DB[:audit_entries].where(Sequel[:id] > last - LATEST).count]
  end

  def self.drivers
    DB[:drivers]
      .join(:terminals, id: :terminal_id)
      .join(:zips, zip: :zip)
      .left_join(:accounts, id: Sequel[:drivers][:dispatcher_id])
      .where(retired: false)
      .order(Sequel[:drivers][:name])
      .select_all(:drivers)
      .select_append(
        Sequel[:terminals][:name].as(:terminal),
        :zone,
        :town,
        :state,
        :latitude,
        :longitude,
        Sequel[:accounts][:name].as(:dispatcher)
      )
      .all
  end

  # Live trips that end after an instant, and the last before it, soonest first, by driver: with the last stop
  # and the loads.
  def self.trips(driver_ids, now)
    held = DB[:trip_drivers].where(driver_id: driver_ids, live: true).select(:driver_id, :trip_id, :during)
    ahead = held.where { Sequel.function(:upper, :during) > now }
    before =
      held
        .where { Sequel.function(:upper, :during) <= now }
        .order(:driver_id, Sequel.desc(Sequel.function(:upper, :during)))
        .distinct(:driver_id)
    rows = [*before.all, *ahead.all]
    of = DB[:trips].where(id: rows.map { |row| row[:trip_id] }.uniq).to_hash(:id)
    loads =
      DB[:trip_loads]
        .join(:loads, id: :load_id)
        .where(trip_id: of.keys)
        .select(:trip_id, :load_id, :number, :origin, :destination)
        .to_hash(:trip_id)
    last = Store::Freight::Whereabouts.last_stops(of.keys)
    rows
      .map { |row| row.merge(trip: of[row[:trip_id]], load: loads[row[:trip_id]], last: last[row[:trip_id]]) }
      .sort_by { |row| row[:during].begin }
      .group_by { |row| row[:driver_id] }
  end

  # Units with what holds them from an instant on, and where they were left.
  def self.units(now)
    units =
      DB[:units]
        .left_join(:terminals, id: :terminal_id)
        .left_join(:zips, zip: Sequel[:terminals][:zip])
        .where(retired: false)
        .order(:number)
        .select_all(:units)
        .select_append(:town, :state, :latitude, :longitude)
        .all
    since = miles_since_service
    held =
      DB[:trip_units]
        .where(live: true)
        .select(:unit_id, :trip_id, :during)
        .order(:during)
        .all
        .group_by { |row| row[:unit_id] }
    trips =
      held.transform_values { |rows| rows.reverse.find { |row| row[:during].begin <= now }&.fetch(:trip_id) }
    ahead = held.values.flatten.select { |row| row[:during].end > now }.map { |row| row[:trip_id] }
    left = Store::Freight::Whereabouts.units_left([*trips.values.compact, *ahead].uniq)
    units.map do |unit|
      id = unit[:id]
      stands =
        left.call(trips[id], id) || (unit[:latitude] && unit.slice(:town, :state, :latitude, :longitude))
      of_unit = (held[id] || []).map { |row| row.merge(leaves: left.call(row[:trip_id], id)) }
      unit.merge(held: of_unit, stands:, miles_since_service: since[id] || 0)
    end
  end

  # Miles of the trips that units with a service by miles have made since the last one, by unit id.
  def self.miles_since_service
    DB[:trip_units]
      .join(:units, id: :unit_id)
      .join(:trips, id: Sequel[:trip_units][:trip_id])
      .exclude(service_every_miles: nil)
      .where(Sequel[:trips][:status] => %w[rolling delivered])
      .where(Sequel.lit("serviced_on IS NULL OR lower(trips.during)::date >= serviced_on"))
      .group(:unit_id)
      .select_hash(:unit_id, Sequel.function(:sum, Sequel[:loaded_miles] + :empty_miles).as(:miles))
      .transform_values(&:to_i)
  end
  private_class_method :miles_since_service

  # Papers that stand, by holder: [Hash by driver id, Hash by unit id].
  def self.papers
    rows =
      DB[:credentials]
        .where(replaced_by: nil)
        .select(:id, :driver_id, :unit_id, :kind, :number, :issued_on, :expires_on, :verified_by)
        .all
    %i[driver_id unit_id].map { |holder| rows.group_by { |row| row[holder] } }
  end

  # driver id => { "tractor" => unit id, "trailer" => unit id } of the latest trip
  def self.last_units
    DB[:trip_units]
      .join(:trip_drivers, trip_id: :trip_id)
      .where(Sequel[:trip_drivers][:live] => true)
      .order(:driver_id, :role, Sequel.desc(Sequel[:trip_drivers][:during]))
      .distinct(:driver_id, :role)
      .select(:driver_id, :role, :unit_id)
      .each_with_object({}) { |row, last| (last[row[:driver_id]] ||= {})[row[:role]] = row[:unit_id] }
  end

  # unit id => driver id of its latest trip, the first of a team
  def self.last_drivers
    DB[:trip_units]
      .join(:trip_drivers, trip_id: :trip_id)
      .where(Sequel[:trip_drivers][:live] => true)
      .order(:unit_id, Sequel.desc(Sequel[:trip_drivers][:during]), Sequel[:trip_drivers][:id])
      .distinct(:unit_id)
      .select_hash(:unit_id, :driver_id)
  end

  def self.days_off(from) =
    DB[:days_off].where { to_on >= from }.order(:from_on).all.group_by { |row| row[:driver_id] }
  def self.pay_plans =
    DB[:pay_plans].order(:driver_id, Sequel.desc(:in_force_from)).all.group_by { |row| row[:driver_id] }

  # Loads that nobody has yet, soonest pickup first, those without a time last.
  def self.open_loads(ids = nil)
    found =
      ids ? DB[:loads].where(Sequel[:loads][:id] => ids) : DB[:loads].where(Sequel[:loads][:status] => "open")
    found
      .join(:customers, id: :customer_id)
      .order(Sequel.asc(:pickup_at, nulls: :last), Sequel[:loads][:id])
      .select_all(:loads)
      .select_append(Sequel[:customers][:name].as(:customer))
      .all
  end

  # One row; made where a company begins without.
  def self.settings =
    DB[:match_settings].first ||
      (DB[:match_settings].insert_conflict.insert(id: 1) && DB[:match_settings].first)
  def self.effects = DB[:fit_rules].select_hash(:code, :effect)
end
