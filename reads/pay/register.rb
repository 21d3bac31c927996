# frozen_string_literal: true

# A run's statements in figures: a row a driver, and for a payroll office every line.
module Reads::Pay::Register
  # run - row; statements - rows of Store::Pay.run_rows with :number, the driver's; sums - dollars by statement
  # and section; house - the company's name
  Value = Core::Value.of(:run, :statements, :sums, :house)

  # Raises Store::NotFound.
  def self.of(run_id)
    run = Reads::Pay::Run.row(run_id)
    numbers = DB[:drivers].select_hash(:id, :number)
    Value.new(
      run:,
      statements: Store::Pay.run_rows(run_id).map { |row| row.merge(number: numbers[row[:driver_id]]) },
      sums: sums(run_id),
      house: Store::Company.row[:name]
    )
  end

  # Every line of every statement of a run, by driver's number.
  def self.lines(run_id) =
    DB[:statement_lines]
      .join(:statements, id: :statement_id)
      .join(:drivers, id: Sequel[:statements][:driver_id])
      .left_join(:trips, id: Sequel[:statement_lines][:trip_id])
      .where(pay_run_id: run_id)
      .order(Sequel[:drivers][:number], :position)
      .select(
        Sequel[:drivers][:number].as(:driver_number),
        Sequel[:drivers][:name].as(:driver),
        :section,
        :label,
        :quantity,
        :rate,
        :amount,
        Sequel[:trips][:number].as(:trip)
      )
      .all

  def self.sums(run_id) =
    DB[:statement_lines]
      .join(:statements, id: :statement_id)
      .where(pay_run_id: run_id)
      .group(:statement_id, :section)
      .select_hash(%i[statement_id section], Sequel.function(:sum, :amount).as(:amount))
  private_class_method :sums
end
