# frozen_string_literal: true

# A pay run with its statements, what each was before, and what drivers ask of it.
module Reads::Pay::Run
  # row - of pay_runs with its sums; statements - rows; before - net of each driver's statement before, years -
  # net of the calendar year, both by driver; questions - rows with driver
  Value = Core::Value.of(:row, :statements, :before, :years, :questions)
  # loads - { load_id:, status: } by trip; terminals - names by driver
  Around = Core::Value.of(:loads, :terminals)

  # Raises Store::NotFound.
  def self.of(id)
    row = Store::Pay.run(id) or raise Store::NotFound.new("pay run", id)
    Value.new(
      row:,
      statements: Store::Pay.run_rows(id).all,
      before: before(row),
      years: Store::Pay.year_nets(row),
      questions: questions(id)
    )
  end

  # Raises Store::NotFound.
  def self.row(id) = DB[:pay_runs].first(id:) || raise(Store::NotFound.new("pay run", id))

  # What stands beside pay items: the first load of each trip, and where each driver belongs.
  def self.around(trip_ids, driver_ids) = Around.new(loads: loads(trip_ids), terminals: terminals(driver_ids))

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
  private_class_method :before, :questions, :loads, :terminals
end
