# frozen_string_literal: true

# A pay run with its statements, what each was before, and what drivers ask of it.
module Reads::Pay::Run
  # row - of pay_runs with its sums; statements - rows; before - net of each driver's statement before, years -
  # net of the calendar year, both by driver; questions - rows with driver; taxes - rows of withheld_taxes by
  # driver; taxes_wanted - ids of drivers with an order whose taxes are missing; under_way - rows of trips that
  # would still be paid in the period, nil where it is over
  Value = Core::Value.of(:row, :statements, :before, :years, :questions, :taxes, :taxes_wanted, :under_way)
  # loads - { load_id:, status: } by trip; terminals - names by driver
  Around = Core::Value.of(:loads, :terminals)

  # Raises Store::NotFound.
  def self.of(id, now)
    row = Store::Pay.run(id) or raise Store::NotFound.new("pay run", id)
    Value.new(
      row:,
      statements: Store::Pay.run_rows(id).all,
      before: before(row),
      years: Store::Pay.year_nets(row),
      questions: questions(id),
      taxes: DB[:withheld_taxes].where(pay_run_id: id).to_hash(:driver_id),
      taxes_wanted: row[:status] == "draft" ? Store::Pay.taxes_wanted(id).map { |one| one[:driver_id] } : [],
      under_way: (under_way(row) if row[:status] == "draft" && row[:to_on] >= Store::Company.day_of(now))
    )
  end

  # Raises Store::NotFound.
  def self.row(id) = DB[:pay_runs].first(id:) || raise(Store::NotFound.new("pay run", id))

  # What stands beside pay items: the first load of each trip, and where each driver belongs.
  def self.around(trip_ids, driver_ids) = Around.new(loads: loads(trip_ids), terminals: terminals(driver_ids))

  # Trips on the road that are to be done by the end of a period.
  def self.under_way(run) =
    DB[:trips]
      .join(:trip_drivers, trip_id: :id)
      .join(:drivers, id: :driver_id)
      .where(Sequel[:trips][:status] => %w[sent accepted rolling], :live => true)
      .where(Sequel.lit("upper(trips.during)::date <= ?", run[:to_on]))
      .order(Sequel[:drivers][:name])
      .select(Sequel[:trips][:number].as(:trip), Sequel[:drivers][:name].as(:driver), Sequel[:trips][:status])
      .all

  def self.before(run) =
    DB[:statements]
      .join(:pay_runs, id: :pay_run_id)
      .where(Sequel[:to_on] < run[:from_on])
      .order(:driver_id, Sequel.desc(:to_on))
      .distinct(:driver_id)
      .select_hash(:driver_id, :net)

  def self.questions(run_id) =
    DB[:pay_questions]
      .join(:statements, id: :statement_id)
      .join(:drivers, id: Sequel[:statements][:driver_id])
      .where(pay_run_id: run_id)
      .order(Sequel[:pay_questions][:id])
      .select_all(:pay_questions)
      .select_append(Sequel[:drivers][:name].as(:driver))
      .all

  def self.loads(trip_ids) =
    DB[:trip_loads]
      .join(:loads, id: :load_id)
      .where(trip_id: trip_ids)
      .order(:trip_id, :load_id)
      .distinct(:trip_id)
      .select(:trip_id, :load_id, :status)
      .to_hash(:trip_id)

  def self.terminals(driver_ids) =
    DB[:drivers]
      .join(:terminals, id: :terminal_id)
      .where(Sequel[:drivers][:id] => driver_ids)
      .select_hash(Sequel[:drivers][:id], Sequel[:terminals][:name])
  private_class_method :under_way, :before, :questions, :loads, :terminals
end
