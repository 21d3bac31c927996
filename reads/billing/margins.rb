# frozen_string_literal: true

# What loads that were delivered in a time brought and cost. A fixed number of queries.
class Reads::Billing::Margins
  M = Core::Billing::Margin
  # row - of the load with customer; delivered_on - Date; sum - Core::Billing::Margin::Sum; known - is the drivers' pay
  # of all its trips worked out?
  Load = Core::Value.of(:row, :delivered_on, :sum, :known)

  MOST_DAYS = 400

  # from, upto - Dates where the company is, both included. Array of Load. Raises Refused `wrong_days`.
  def self.of(from, upto)
    return new(from, upto).all if (upto - from).between?(0, MOST_DAYS)

    raise Refused.new(
            "wrong_days",
            "From a day to one not before it, and no more than #{MOST_DAYS} days.",
            path: "/to"
          )
  end

  def initialize(from, upto)
    @zone = Store::Company.zone
    @span = [from, upto + 1].map { |day| Core::WallTime.instant(@zone, day) }
  end

  def all
    trips = trips_of(delivered.keys)
    parts = parts(trips)
    rows = DB[:loads].join(:customers, id: :customer_id).where(Sequel[:loads][:id] => delivered.keys)
    rows
      .select_all(:loads)
      .select_append(Sequel[:customers][:name].as(:customer))
      .order(Sequel[:loads][:id])
      .map { |row| load(row, parts.fetch(row[:id], []), trips) }
  end

  private

  # { load id => Time } of those whose last trip ended in the time.
  def delivered
    @delivered ||=
      DB[:trip_loads]
        .join(:trips, id: :trip_id, status: "delivered")
        .join(:loads, id: Sequel[:trip_loads][:load_id])
        .where(Sequel[:loads][:status] => %w[delivered papers_in billed closed])
        .group(:load_id)
        .having(Sequel.function(:max, :delivered_at) => (@span[0]...@span[1]))
        .select_hash(:load_id, Sequel.function(:max, :delivered_at).as(:at))
  end

  # { load id => dollars } of what offices were paid and did not give back.
  def permits
    @permits ||=
      Store::Permits::Permits
        .costing
        .join(:permit_files, id: :file_id)
        .where(load_id: delivered.keys)
        .group(:load_id)
        .select_hash(:load_id, Sequel.function(:sum, Sequel[:fee] - :refunded).as(:sum))
  end

  # { trip id => costs with miles } of every trip that carried them.
  def trips_of(load_ids)
    ids =
      DB[:trip_loads]
        .join(:trips, id: :trip_id, status: "delivered")
        .where(load_id: load_ids)
        .distinct
        .select_map(:trip_id)
    company = Store::Match.settings
    facts = facts(ids)
    DB[:trips]
      .where(id: ids)
      .as_hash(:id)
      .transform_values do |row|
        [
          M.costs(trip(row, facts), company),
          row,
          facts.values_at(:pay, :partner).any? { |told| told[row[:id]] }
        ]
      end
  end

  def facts(ids)
    sums = ->(table, column, **where) do
      DB[table]
        .where(trip_id: ids, **where)
        .group(:trip_id)
        .select_hash(:trip_id, Sequel.function(:sum, column).as(:sum))
    end
    {
      pay: sums.call(:trip_earnings, :pay),
      tolls: sums.call(:trip_stops, :tolls),
      partner: sums.call(:partner_costs, :amount),
      laid_out: sums.call(:receipts, :amount, status: %w[handed_in paid_back]),
      gallon:
        DB[:trip_units]
          .join(:units, id: :unit_id)
          .where(trip_id: ids, role: "tractor")
          .select_hash(:trip_id, :miles_per_gallon),
      began:
        DB[:check_ins]
          .where(trip_id: ids, kind: "on_my_way")
          .group(:trip_id)
          .select_hash(:trip_id, Sequel.function(:min, :done_at).as(:at))
    }
  end

  def trip(row, facts)
    id = row[:id]
    cents = ->(name) { Money.cents(facts[name][id] || 0) }
    M::Trip.new(
      loaded_tenths: tenths(row[:loaded_miles]),
      empty_tenths: tenths(row[:empty_miles]),
      minutes: [((row[:delivered_at] - (facts[:began][id] || row[:during].begin)) / 60).to_i, 0].max,
      miles_per_gallon: facts[:gallon][id],
      pay_cents: cents.call(:pay),
      tolls_cents: cents.call(:tolls),
      laid_out_cents: cents.call(:laid_out),
      partner_cents: facts[:partner][id] && cents.call(:partner)
    )
  end

  def tenths(miles) = (miles * 10).to_i

  # { load id => Array of [trip id, what it has of each cost and of the miles] }
  def parts(trips)
    aboard =
      DB[:trip_loads]
        .join(:loads, id: :load_id)
        .where(trip_id: trips.keys)
        .order(:trip_id, :load_id)
        .select(:trip_id, :load_id, :miles)
        .all
        .group_by { |row| row[:trip_id] }
    aboard
      .flat_map { |trip_id, rows| shared(trip_id, rows, trips.fetch(trip_id)) }
      .group_by(&:first)
      .transform_values { |list| list.map { |_, trip_id, part| [trip_id, part] } }
  end

  def shared(trip_id, rows, (costs, trip, _))
    weights = rows.map { |row| tenths(row[:miles] || 0) }
    whole = { **costs, loaded_tenths: tenths(trip[:loaded_miles]), empty_tenths: tenths(trip[:empty_miles]) }
    split = whole.transform_values { |amount| M.split(amount, weights) }
    rows.each_with_index.map { |row, i| [row[:load_id], trip_id, split.transform_values { |list| list[i] }] }
  end

  def load(row, parts, trips)
    sums = parts.map(&:last).reduce { |one, other| one.merge(other) { |_, a, b| a + b } }
    sums ||= [*M::OF_TRIP, :loaded_tenths, :empty_tenths].to_h { |name| [name, 0] }
    permits_cents = Money.cents(permits[row[:id]] || 0)
    Load.new(
      row:,
      delivered_on: @zone.to_local(delivered.fetch(row[:id])).to_date,
      sum: M::Sum.new(loads: 1, revenue_cents: Money.cents(row[:total]), permits_cents:, **sums),
      known: parts.all? { |trip_id, _| trips.fetch(trip_id).last }
    )
  end
end
