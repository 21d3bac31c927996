# frozen_string_literal: true

# A statement as it is said: the very same on paper, on the clerk's screen and on the driver's phone.
class Papers::StatementText
  TOTALS = %i[gross reimbursements deductions net].freeze

  # Days of a period, a run's and a statement's.
  def self.period(row) = { from: row[:from_on].iso8601, to: row[:to_on].iso8601 }

  def self.amounts(row) = TOTALS.to_h { |name| [name, Money.dollars_text(row[name] || 0)] }

  def self.question(row) =
    { **row.slice(:id, :statement_id, :line, :body, :answer, :answered_by), at: row[:at].iso8601 }

  # Raises Store::NotFound.
  def self.of(id) = new(Reads::Pay::Statement.of(id)).to_h

  # The same for the driver whose it is. Raises Store::NotFound for another's.
  def self.of_driver(id, driver_id)
    statement = Reads::Pay::Statement.of(id)
    raise Store::NotFound.new("statement", id) unless statement.row[:driver_id] == driver_id

    new(statement).to_h
  end

  # statement - Reads::Pay::Statement::Value
  def initialize(statement)
    @statement = statement
    @row = statement.row
  end

  def to_h = { **head, **parts, questions: @statement.questions.map { |row| self.class.question(row) } }

  private

  def money(dollars) = Money.dollars_text(dollars)

  def head
    {
      **@row.slice(:id, :pay_run_id, :status),
      driver: {
        id: @row[:driver_id],
        name: @row[:driver]
      },
      company: @row[:company] || @statement.house,
      company_address: address,
      **self.class.period(@row),
      **self.class.amounts(@row),
      year: self.class.amounts(@statement.year),
      no_tax: @statement.lines.none? { |row| row[:section] == "taxes" },
      taxes_wanted: @statement.taxes_wanted
    }
  end

  def parts
    {
      lines: @statement.lines.map { |row| line(row) },
      short: @statement.short.map { |row| { **row.slice(:label, :carried), amount: money(row[:amount]) } },
      against:,
      escrow: @statement.funds.map { |fund| fund(fund) },
      freight_bills: @statement.bills.map { |load| Papers::FreightBillText.of(load) },
      pending: @statement.pending.map { |part| part(part) },
      advances: @statement.advances.map { |row| advance(row) },
      pushed: @statement.pushed.map { |part| part(part) }
    }
  end

  def address
    return "" unless @row[:company]

    place = @row.values_at(:town, :company_state).reject(&:empty?).join(", ")
    [@row[:address], place, @row[:zip]].reject(&:empty?).join(", ")
  end

  def line(row)
    mileage = Core::Pay::Earnings::MILEAGE_KINDS.include?(row[:kind])
    {
      **row.slice(:section, :kind, :label, :rate, :trip, :load_id, :earning_id),
      quantity: quantity(row),
      amount: money(row[:amount]),
      corrected: corrected?(row) ? "#{row[:corrected_by]}: #{row[:corrected_why]}" : nil,
      story: story(row),
      route: row[:origin] && "#{row[:origin]} → #{row[:destination]}",
      day: row[:completed_on]&.iso8601,
      estimated: (mileage && row[:estimated]) || false,
      miles_by: mileage ? row[:miles_by] : nil,
      by_state: by_state(row)
    }
  end

  # Time as people say it: 2 h 15 min.
  def quantity(row)
    minutes = row[:quantity].to_s[/\A(\d+) min\z/, 1]
    minutes ? Core::Spoken.minutes(minutes.to_i) : row[:quantity]
  end

  def corrected?(row) = row[:corrections].to_h.any?

  # Where a trip's line comes from, beyond its miles: which docks it waited at, which stops were more than
  # agreed.
  def story(row)
    stops = @statement.stops[row[:trip_id]] || []
    case row[:kind]
    when "detention"
      minutes = row[:corrections].to_h["dwell_minutes"] || row[:dwell_minutes].to_a
      Core::Pay::Wait
        .over(minutes.first(stops.length).map(&:to_i), row[:detention_free_minutes].to_i)
        .map { |i| "#{Core::Spoken.minutes(minutes[i])} at #{stops[i]}" }
        .join(", ")
    when "extra_stops"
      stops.drop(row[:stops_included].to_i).join(", ")
    end
  end

  # The states of a line of miles: the loaded or the empty ones.
  def by_state(row)
    return [] if row[:miles_by] == "odometer" || corrected?(row)

    row[:by_state]
      .to_a
      .select { |part| row[:kind] == "#{part["kind"]}_miles" }
      .map { |part| part.slice("state", "miles") }
  end

  # What differs from the driver's statement before.
  def against
    before = @statement.before or return
    was, is = [@statement.lines_before, @statement.lines].map { |rows| rows.map { |row| core_line(row) } }
    {
      **self.class.period(before),
      net: money(before[:net]),
      rows:
        Core::Pay::Against
          .of(was, is)
          .map { |one| { label: one.label, before: money(one.before), now: money(one.now) } }
    }
  end

  def core_line(row) =
    Core::Pay::Against::Line.new(
      **row.slice(:kind, :source_id, :deduction_id, :label, :amount),
      trip: !row[:trip_id].nil?
    )

  def fund(fund) =
    { label: fund[:label], balance: money(fund[:held]), goal: fund[:goal] && money(fund[:goal]) }

  # A one-time part, to push, split or take back while the statement is being made.
  def part(part) =
    {
      **part.slice(:id, :kind, :label, :note, :parts),
      amount: money(part[:amount]),
      due_on: part[:due_on].iso8601
    }

  def advance(row) =
    { **row.slice(:id, :label, :installments, :taken, :pushed), principal: money(row[:principal]) }
end
