# frozen_string_literal: true

# Builds a draft run's statements from what is earned and not settled, and from all that is taken. Repeating
# it changes nothing but what has changed.
class Work::Pay::BuildRun
  BATCH = 200

  # Builds every draft run anew that a trip could be on.
  def self.drafts_holding(trip_id)
    days = Store::Pay::TripEarnings.where(trip_id:).select_map(:completed_on)
    drivers = Store::Pay::TripEarnings.where(trip_id:).select_map(:driver_id)
    days.any? && drafts(days.min, only: drivers)
  end

  # Builds the drafts that reach a day anew, the earliest first: what it takes is not for a later one. only -
  # these drivers' statements, where nothing else can have changed.
  def self.drafts(day, only: nil) =
    Store::Pay::Runs.drafts.reaching(day).for_update.select_map(:id).each { |id| call(id, only:) }

  # After something changed that these drivers' pay rests on.
  def self.of_drivers(ids) =
    ids.compact.uniq.then { |found| drafts(Date.new(2000, 1, 1), only: found) if found.any? }

  def self.call(run_id, only: nil) = new(run_id, only).call

  def initialize(run_id, only)
    @run = Store::Pay::Runs.lock(run_id)
    @only = only
    @facts = Work::Pay::Facts.new(@run)
  end

  def call
    rows = Work::Pay::Items.open(@run, only: @only)
    Work::Pay::Items.write_down(rows)
    earned = rows.group_by { |row| row[:driver_id] }
    let_go(rows)
    due = self.class.due(earned, @facts, @only)
    due.each_slice(BATCH) { |ids| write(ids.map { |driver_id| [driver_id, earned[driver_id] || []] }) }
    drop(mine.select_hash(:driver_id, :id).except(*due).values)
  end

  # Whose statement there is: who has earned, or has something once, or a minimum.
  def self.due(earned, facts, only)
    paid = earned.select { |_, rows| rows.any? { |row| row[:payable] } }.keys
    minimum = facts.minimum_driver_ids
    ids = [*paid, *facts.driver_ids_due, *minimum].uniq
    only ? ids & only : ids
  end

  # What the run would pay and cannot yet, with the reason. Read by the page of the run.
  def self.held(run) = Work::Pay::Items.open(run).reject { |row| row[:payable] }

  # One driver's statement as it would be: Core::Pay::Terms::Statement.
  def self.settle(facts, driver_id, rows) =
    Core::Pay.settle(
      Work::Pay::Request.new(facts, driver_id, rows.map { |row| row.merge(papers_in: row[:payable]) }).to_core
    )

  private

  def mine =
    Store::Pay::Statements
      .where(pay_run_id: @run[:id])
      .then { |all| @only ? all.where(driver_id: @only) : all }

  def write(list)
    made = list.map { |driver_id, rows| [driver_id, rows, self.class.settle(@facts, driver_id, rows)] }
    companies = Store::Fleet::Drivers.at(made.map(&:first)).select_hash(:id, :operating_company_id)
    Store::Pay::Statements.keep_all(
      made.map do |driver_id, _, statement|
        { pay_run_id: @run[:id], driver_id:, operating_company_id: companies[driver_id], **totals(statement) }
      end
    )
    ids =
      Store::Pay::Statements.where(pay_run_id: @run[:id], driver_id: made.map(&:first)).select_hash(
        :driver_id,
        :id
      )
    keep(made.map { |driver_id, rows, statement| [ids[driver_id], driver_id, rows, statement] })
  end

  # What is on a statement of this run and no longer is to be paid.
  def let_go(rows)
    kept = rows.select { |row| row[:payable] }.map { |row| row[:id] }
    Store::Pay::TripEarnings.where(statement_id: mine.select(:id)).exclude(id: kept).update(statement_id: nil)
    due = Store::Pay::ItemParts.due_by(@run[:to_on]).ids
    Store::Pay::ItemParts.where(statement_id: mine.select(:id)).exclude(id: due).update(statement_id: nil)
  end

  # Writes what has changed: a statement that reads as it did stays as it is.
  def keep(made)
    ids = made.map(&:first)
    there =
      Store::Pay::StatementLines
        .by_statement(ids)
        .transform_values { |list| list.map { |row| row.except(:id) } }
    lines = made.to_h { |id, _, rows, statement| [id, lines(id, rows, statement)] }
    changed = ids.reject { |id| (there[id] || []) == lines[id] }
    Store::Pay::StatementLines.where(statement_id: changed).delete
    Store::Pay::StatementLines.multi_insert(lines.values_at(*changed).flatten, slice: 2000)
    Store::Pay::Shortfalls.where(statement_id: ids).delete
    Store::Pay::Shortfalls.multi_insert(made.flat_map { |id, _, _, statement| shorts(id, statement) })
    tie(made)
  end

  # Trips, one-time parts and advances to the statements that hold them.
  def tie(made)
    Store::Pay::TripEarnings.tie(
      made.flat_map { |id, _, rows, _| rows.select { |row| row[:payable] }.map { |row| [row[:id], id] } }
    )
    Store::Pay::ItemParts.tie(
      made.flat_map { |id, driver_id, _, _| @facts.parts(driver_id).map { |row| [row[:id], id] } }
    )
    Store::Pay::AdvanceTakings.where(statement_id: made.map(&:first), pushed: false).delete
    Store::Pay::AdvanceTakings.once_all(
      made.flat_map do |id, driver_id, _, _|
        @facts
          .advances(driver_id)
          .reject { |row| row[:pushed] }
          .map { |row| { advance_id: row[:id], statement_id: id } }
      end
    )
  end

  def shorts(id, statement) =
    statement.short.each_with_index.map do |short, position|
      {
        statement_id: id,
        position:,
        **short.to_h.slice(:kind, :label, :source_id, :deduction_id),
        amount: Money.to_d(short.amount_cents),
        carried: short.carried
      }
    end

  def lines(id, rows, statement)
    trip_ids = rows.to_h { |row| [row[:trip], row[:trip_id]] }
    statement.lines.each_with_index.map do |line, position|
      {
        statement_id: id,
        position:,
        **line.to_h.slice(:section, :kind, :label, :quantity, :rate, :source_id, :deduction_id),
        amount: Money.to_d(line.amount_cents),
        trip_id: trip_ids[line.trip]
      }
    end
  end

  def totals(statement)
    {
      gross: statement.gross_cents,
      reimbursements: statement.reimbursements_cents,
      deductions: statement.deductions_cents,
      net: statement.net_cents
    }.transform_values { |cents| Money.to_d(cents) }
  end

  def drop(ids)
    return if ids.empty?

    [
      Store::Pay::StatementLines,
      Store::Pay::Shortfalls,
      Store::Pay::AdvanceTakings,
      Store::Pay::Questions
    ].each { |rows| rows.where(statement_id: ids).delete }
    Store::Pay::Statements.at(ids).delete
  end
end
