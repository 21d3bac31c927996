# frozen_string_literal: true

# The JSON of pay runs and statements; the PDF prints the very same.
module Web::Pay::Present
  TOTALS = %i[gross reimbursements deductions net].freeze

  def self.run_row(row)
    {
      **period(row),
      id: row[:id],
      state: row[:state],
      statements: row[:statements],
      gross: money(row[:gross]),
      net: money(row[:net]),
      approved_at: row[:approved_at]&.iso8601,
      approved_by: row[:approved_by],
      paid_at: row[:paid_at]&.iso8601,
      paid_by: row[:paid_by]
    }
  end

  def self.run(id)
    row = Store::Pay.run(id) or raise Store::NotFound.new("pay run", id)
    items = row[:state] == "draft" && row[:to_build].nil? ? Work::Pay::Items.open(row) : []
    before, years = before(row), Store::Pay.year_nets(row)
    waiting, paid = items.partition { |item| item[:reason] }
    {
      **run_row(row).except(:statements),
      deductions: money(row[:deductions]),
      building: row[:to_build] && { built: row[:built], of: row[:to_build] },
      reopened: row[:reopened_why] && "#{row[:reopened_by]}: #{row[:reopened_why]}",
      rows: Store::Pay.run_rows(id).map { |statement| run_statement(statement, before, years) },
      held: held(waiting),
      unusual: held(paid.select { |item| item[:unusual].any? }),
      questions: questions(id),
      items: items.length
    }
  end

  # All pay items of a run's period: what each trip earns whom, and what it waits for.
  def self.items(run_id)
    run = DB[:pay_runs].first(id: run_id) or raise Store::NotFound.new("pay run", run_id)
    rows = Work::Pay::Items.open(run)
    rows
      .zip(held(rows))
      .map do |row, said|
        said.merge(
          approved_by: row[:approved_by],
          miles: Money.rate_text(row[:loaded_miles] + row[:empty_miles], places: 1)
        )
      end
  end

  def self.deposit(found) =
    { **found.slice(:file, :paid, :prenotes, :without), total: Money.text(found[:total_cents]) }

  # What each driver's statement before this one came to.
  def self.before(run)
    DB[:statements]
      .join(:pay_runs, id: :pay_run_id)
      .where(Sequel[:to_on] < run[:from_on])
      .order(:driver_id, Sequel.desc(:to_on))
      .distinct(:driver_id)
      .select_hash(:driver_id, :net)
  end

  def self.run_statement(row, before, years)
    driver = { id: row[:driver_id], name: row[:driver] }
    says = row.slice(:id, :company, :trips)
    says.merge(
      driver:,
      miles: Money.rate_text(row[:miles], places: 1),
      miles_estimated: row[:miles_estimated] || false,
      **amounts(row),
      before: before[row[:driver_id]] && money(before[row[:driver_id]]),
      year_net: money(years[row[:driver_id]] || 0)
    )
  end

  # rows - of Work::Pay::Items.open, with the first load of each trip and its state
  def self.held(rows)
    loads =
      DB[:trip_loads]
        .join(:loads, id: :load_id)
        .where(trip_id: rows.map { |row| row[:trip_id] }.uniq)
        .order(:trip_id, :load_id)
        .distinct(:trip_id)
        .select(:trip_id, :load_id, :state)
        .to_hash(:trip_id)
    terminals =
      DB[:drivers]
        .join(:terminals, id: :terminal_id)
        .where(Sequel[:drivers][:id] => rows.map { |row| row[:driver_id] }.uniq)
        .select_hash(Sequel[:drivers][:id], Sequel[:terminals][:name])
    rows.map do |row|
      load = loads[row[:trip_id]] || {}
      says = row.slice(:id, :trip, :driver, :driver_id, :reason, :unusual)
      says.merge(
        why: row[:held_why] || row[:because],
        amount: Money.text(row[:cents]),
        load_id: load[:load_id],
        load_state: load[:state],
        completed_on: row[:completed_on].iso8601,
        terminal: terminals[row[:driver_id]]
      )
    end
  end

  def self.questions(run_id)
    DB[:pay_questions]
      .join(:statements, id: :statement_id)
      .join(:drivers, id: Sequel[:statements][:driver_id])
      .where(pay_run_id: run_id)
      .order(Sequel[:pay_questions][:id])
      .select_all(:pay_questions)
      .select_append(Sequel[:drivers][:name].as(:driver))
      .map { |row| question(row).merge(driver: row[:driver]) }
  end

  def self.question(row) =
    { **row.slice(:id, :statement_id, :line, :body, :answer, :answered_by), at: row[:at].iso8601 }

  def self.statement(id)
    row = Store::Pay.statement(id) or raise Store::NotFound.new("statement", id)
    year = Store::Pay.year_to_date(row)
    {
      id:,
      driver: {
        id: row[:driver_id],
        name: row[:driver]
      },
      pay_run_id: row[:pay_run_id],
      state: row[:state],
      company: row[:company] || Store::Company.row[:name],
      company_address: address(row),
      **period(row),
      **amounts(row),
      year: amounts(year),
      lines: lines(id),
      short: short(id),
      against: Web::Pay::Against.of(row),
      escrow: escrow(row),
      freight_bills: row[:employment] == "owner_operator" ? Web::Pay::FreightBills.of(id) : [],
      pending: pending(row),
      advances: advances(row),
      pushed: pushed(row),
      questions: DB[:pay_questions].where(statement_id: id).order(:id).map { |one| question(one) }
    }
  end

  def self.address(row) =
    if row[:company]
      [row[:address], [row[:town], row[:company_state]].reject(&:empty?).join(", "), row[:zip]].reject(
        &:empty?
      ).join(", ")
    else
      ""
    end

  # What is kept for the driver, fund by fund, with this statement.
  def self.escrow(row)
    held = Work::Pay::Escrow.funds(row[:driver_id]).to_h { |fund| [fund[:deduction_id], fund[:balance]] }
    moved = row[:state] == "draft" ? moved(row[:id]) : {}
    DB[:deductions]
      .where(id: held.keys | moved.keys)
      .order(:label)
      .map do |fund|
        balance = (held[fund[:id]] || 0) - (moved[fund[:id]] || 0)
        { label: fund[:label], balance: money(balance), goal: fund[:goal] && money(fund[:goal]) }
      end
  end

  # What a draft would put into each fund, as its lines have it: negative, since it is taken.
  def self.moved(statement_id)
    DB[:statement_lines]
      .where(statement_id:, deduction_id: DB[:deductions].where(escrow: true).select(:id))
      .group(:deduction_id)
      .select_hash(:deduction_id, Sequel.function(:sum, :amount).as(:amount))
  end

  def self.lines(id)
    rows = Store::Pay.lines(id).all
    stops = Store::Pay.stop_names(rows.filter_map { |row| row[:trip_id] }.uniq)
    rows.map { |row| line(row, stops[row[:trip_id]] || []) }
  end

  # Where a trip's line comes from, beyond its miles: which docks it waited at, which stops were more than
  # agreed.
  def self.story(row, stops)
    minutes = row[:corrections].to_h["dwell_minutes"] || row[:dwell_minutes].to_a
    case row[:kind]
    when "detention"
      stops
        .zip(minutes)
        .select { |_, told| told.to_i > row[:detention_free_minutes].to_i }
        .map { |name, told| "#{told / 60} h #{told % 60} min at #{name}" }
        .join(", ")
    when "extra_stops"
      stops.drop(row[:stops_included].to_i).join(", ")
    end
  end

  def self.line(row, stops)
    mileage = Core::Pay::Earnings::MILEAGE_KINDS.include?(row[:kind])
    says = row.slice(:section, :label, :quantity, :rate, :trip, :load_id)
    corrected = row[:corrections].to_h.any? ? "#{row[:corrected_by]}: #{row[:corrected_why]}" : nil
    says.merge(
      amount: money(row[:amount]),
      earning_id: row[:earning_id],
      corrected:,
      story: story(row, stops),
      route: row[:origin] && "#{row[:origin]} → #{row[:destination]}",
      day: row[:completed_on]&.iso8601,
      estimated: (mileage && row[:estimated]) || false,
      miles_by: mileage ? row[:miles_by] : nil,
      by_state: by_state(row)
    )
  end

  def self.short(id) =
    DB[:statement_shorts]
      .where(statement_id: id)
      .order(:position)
      .map { |row| { **row.slice(:label, :carried), amount: money(row[:amount]) } }

  # One-time parts on a statement, to push, split or take back while it is being made.
  def self.pending(row) = parts.where(statement_id: row[:id]).map { |part| part(part) }

  # Those that were pushed past it.
  def self.pushed(row)
    parts
      .where(:driver_id => row[:driver_id], Sequel[:one_time_parts][:statement_id] => nil)
      .exclude(pushed_from: nil)
      .where(Sequel[:pushed_from] <= row[:to_on])
      .map { |part| part(part) }
  end

  def self.parts =
    DB[:one_time_parts]
      .join(:one_time_items, id: :item_id)
      .where(withdrawn_at: nil)
      .order(Sequel[:one_time_parts][:id])
      .select_all(:one_time_parts)
      .select_append(:kind, :label, :note)
  def self.part(row) =
    {
      id: row[:id],
      kind: row[:kind],
      label: row[:label],
      note: row[:note],
      amount: money(row[:amount]),
      due_on: row[:due_on].iso8601,
      parts: DB[:one_time_parts].where(item_id: row[:item_id]).count
    }

  def self.advances(row)
    return [] if row[:state] != "draft"

    Work::Pay::Facts
      .new(DB[:pay_runs].first(id: row[:pay_run_id]))
      .advances(row[:driver_id])
      .map do |one|
        { **one.slice(:id, :label, :installments, :taken, :pushed), principal: money(one[:principal]) }
      end
  end

  # The states of a line of miles: the loaded or the empty ones.
  def self.by_state(row)
    return [] if row[:miles_by] == "odometer" || row[:corrections].to_h.any?

    (row[:by_state] || [])
      .to_a
      .select { |part| row[:kind] == "#{part["kind"]}_miles" }
      .map { |part| part.slice("state", "miles") }
  end

  def self.period(row) = { from: row[:from_on].iso8601, to: row[:to_on].iso8601 }
  def self.amounts(row) = TOTALS.to_h { |name| [name, money(row[name] || 0)] }
  def self.money(amount) = Money.text(Money.cents(amount))
  private_class_method :run_statement,
                       :held,
                       :before,
                       :questions,
                       :question,
                       :short,
                       :pending,
                       :pushed,
                       :parts,
                       :part,
                       :advances,
                       :address,
                       :escrow,
                       :lines,
                       :story,
                       :line,
                       :by_state,
                       :period,
                       :amounts,
                       :money
end
