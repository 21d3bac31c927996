# frozen_string_literal: true

# Builds a draft run's statements from what is earned and not settled. Repeating it changes nothing but what has changed.
class Work::Pay::BuildRun
  # Builds every draft run anew that a trip could be on.
  def self.drafts_holding(trip_id)
    days = DB[:trip_earnings].where(trip_id:).select_map(:completed_on)
    return if days.empty?

    DB[:pay_runs].where(state: "draft").where { to_on >= days.min }.order(:id).for_update.select_map(:id).each { |id| call(id) }
  end

  def self.call(run_id) = new(run_id).call

  def initialize(run_id)
    @run = DB[:pay_runs].where(id: run_id).for_update.first
  end

  def call
    to_on = @run[:to_on]
    earned = Store::Pay.unsettled.where { completed_on <= to_on }.all.group_by { |row| row[:driver_id] }
    DB[:trip_earnings].where(statement_id: DB[:statements].where(pay_run_id: @run[:id]).select(:id)).update(statement_id: nil)
    earned.each { |driver_id, rows| write(driver_id, rows) }
    stale = DB[:statements].where(pay_run_id: @run[:id]).exclude(driver_id: earned.select { |_, rows| rows.any? { |row| row[:papers_in] } }.keys)
    DB[:statement_lines].where(statement_id: stale.select(:id)).delete
    stale.delete
  end

  # What the run would pay and cannot yet, with the reason. Read by the page of the run.
  def self.held(run)
    Store::Pay.unsettled.where { completed_on <= run[:to_on] }.all.reject { |row| row[:papers_in] }.map { |row| row.merge(reason: "papers_missing") }
  end

  private

  def write(driver_id, rows)
    paid = rows.select { |row| row[:papers_in] }
    return if paid.empty?

    statement = Core::Pay.settle(Work::Pay::Request.new(@run, driver_id, rows).to_core)
    id = upsert(driver_id, statement)
    DB[:statement_lines].where(statement_id: id).delete
    trip_ids = rows.to_h { |row| [row[:trip], row[:trip_id]] }
    DB[:statement_lines].multi_insert(statement.lines.each_with_index.map do |line, position|
      { statement_id: id, position:, **line.to_h.slice(:section, :label, :quantity, :rate), amount: Money.to_d(line.amount_cents), trip_id: trip_ids[line.trip] }
    end)
    DB[:trip_earnings].where(id: paid.map { |row| row[:id] }).update(statement_id: id)
  end

  def upsert(driver_id, statement)
    totals = { gross: statement.gross_cents, reimbursements: statement.reimbursements_cents, deductions: statement.deductions_cents, net: statement.net_cents }
             .transform_values { |cents| Money.to_d(cents) }
    DB[:statements].insert_conflict(target: %i[pay_run_id driver_id], update: totals).insert(pay_run_id: @run[:id], driver_id:, **totals)
  end
end
