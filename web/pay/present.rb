# frozen_string_literal: true

# The JSON of pay runs and statements; the PDF prints the very same.
module Web::Pay::Present
  TOTALS = %i[gross reimbursements deductions net].freeze

  def self.run_row(row)
    { **period(row), id: row[:id], state: row[:state], statements: row[:statements], gross: money(row[:gross]), net: money(row[:net]),
                     approved_at: row[:approved_at]&.iso8601, approved_by: row[:approved_by] }
  end

  def self.run(id)
    row = Store::Pay.run(id) or raise Work::NotFound.new("pay run", id)
    held = row[:state] == "draft" ? Work::Pay::BuildRun.held(row) : []
    { **run_row(row).except(:statements), deductions: money(row[:deductions]), rows: Store::Pay.run_rows(id).map { |statement| run_statement(statement) },
                                          held: held.map { |earned| held(earned) } }
  end

  def self.run_statement(row)
    { id: row[:id], driver: { id: row[:driver_id], name: row[:driver] }, trips: row[:trips], miles: Money.rate_text(row[:miles], places: 1),
      miles_estimated: row[:miles_estimated] || false, gross: money(row[:gross]), deductions: money(row[:deductions]), net: money(row[:net]) }
  end

  def self.held(row)
    { trip: row[:trip], driver: row[:driver], reason: row[:reason], load_id: DB[:trip_loads].where(trip_id: row[:trip_id]).get(:load_id) }
  end

  def self.statement(id)
    row = Store::Pay.statement(id) or raise Work::NotFound.new("statement", id)
    year = Store::Pay.year_to_date(row)
    { id:, driver: { id: row[:driver_id], name: row[:driver] }, pay_run_id: row[:pay_run_id], state: row[:state], company: Store::Company.row[:name], **period(row),
      **amounts(row), year: amounts(year), lines: Store::Pay.lines(id).map { |line| line(line) } }
  end

  def self.line(row)
    { **row.slice(:section, :label, :quantity, :rate, :trip, :load_id), amount: money(row[:amount]), route: row[:origin] && "#{row[:origin]} → #{row[:destination]}",
                                                                        day: row[:completed_on]&.iso8601, estimated: (row[:estimated] && row[:label].include?("miles")) || false,
                                                                        by_state: by_state(row) }
  end

  # The states of a line of miles: the loaded or the empty ones.
  def self.by_state(row)
    kind = row[:label][/\A(Loaded|Empty) miles\z/, 1]&.downcase
    (row[:by_state] || []).to_a.select { |part| part["kind"] == kind }.map { |part| part.slice("state", "miles") }
  end

  def self.period(row) = { from: row[:from_on].iso8601, to: row[:to_on].iso8601 }
  def self.amounts(row) = TOTALS.to_h { |name| [name, money(row[name] || 0)] }
  def self.money(amount) = Money.text(Money.cents(amount))
  private_class_method :run_statement, :held, :line, :by_state, :period, :amounts, :money
end
