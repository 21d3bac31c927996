# frozen_string_literal: true

# One driver's statement with all that is said on it.
module Reads::Pay::Statement
  # row - of Store::Pay.statement; year - sums of the calendar year; lines - rows; stops - names by trip;
  # short - rows; before - the statement before this one ({ id:, from_on:, to_on:, net: }) or nil, and
  # lines_before its lines; funds - rows of deductions with :held; bills - loads paid by percent, with
  # :accessorials; pending, pushed - one-time parts with :parts, on this statement and past it;
  # advances - rows; questions - rows; house - the company's name; taxes_wanted - does
  # an order wait for taxes?
  Value =
    Core::Value.of(
      :row,
      :year,
      :lines,
      :stops,
      :short,
      :before,
      :lines_before,
      :funds,
      :bills,
      :pending,
      :pushed,
      :advances,
      :questions,
      :house,
      :taxes_wanted
    )

  # Raises Store::NotFound.
  def self.of(id)
    row = Store::Pay.statement(id) or raise Store::NotFound.new("statement", id)
    lines, before = Store::Pay.lines(id).all, before(row)
    Value.new(
      row:,
      year: Store::Pay.year_to_date(row),
      lines:,
      stops: Store::Pay.stop_names(lines.filter_map { |line| line[:trip_id] }.uniq),
      short: DB[:shortfalls].where(statement_id: id).order(:position).all,
      before:,
      lines_before: before ? lines_of(before[:id]) : [],
      funds: funds(row),
      bills: row[:employment] == "owner_operator" ? bills(id) : [],
      pending: parts.where(statement_id: id).all,
      pushed: pushed(row),
      advances: row[:status] == "draft" ? advances(row) : [],
      questions: DB[:pay_questions].where(statement_id: id).order(:id).all,
      house: Store::Company.row[:name],
      taxes_wanted: row[:status] == "draft" && taxes_wanted?(row)
    )
  end

  def self.taxes_wanted?(row) =
    Store::Pay.taxes_wanted(row[:pay_run_id]).any? { |one| one[:driver_id] == row[:driver_id] }

  def self.before(row) =
    DB[:statements]
      .join(:pay_runs, id: :pay_run_id)
      .where(driver_id: row[:driver_id])
      .where(Sequel[:to_on] < row[:from_on])
      .reverse(:to_on)
      .select(Sequel[:statements][:id], :from_on, :to_on, :net)
      .first

  def self.lines_of(id) =
    DB[:statement_lines]
      .where(statement_id: id)
      .order(:position)
      .select(:kind, :source_id, :deduction_id, :label, :amount, :trip_id)
      .all

  # What is kept for the driver, fund by fund, with this statement.
  def self.funds(row)
    held = Store::Pay::Funds.all(row[:driver_id]).to_h { |fund| [fund[:deduction_id], fund[:balance]] }
    moved = row[:status] == "draft" ? Store::Pay::Funds.moved(row[:id]) : {}
    DB[:deductions]
      .where(id: held.keys | moved.keys)
      .order(:label)
      .map { |fund| fund.merge(held: (held[fund[:id]] || 0) - (moved[fund[:id]] || 0)) }
  end

  def self.bills(statement_id)
    loads = Store::Pay.billed_loads(statement_id)
    charges =
      DB[:accessorials]
        .where(load_id: loads.map { |load| load[:id] })
        .order(:load_id, :position)
        .to_hash_groups(:load_id)
    loads.map { |load| load.merge(accessorials: charges[load[:id]] || []) }
  end

  def self.parts
    siblings = DB[Sequel[:pay_item_parts].as(:sibling)]
    DB[:pay_item_parts]
      .join(:pay_items, id: :item_id)
      .where(withdrawn_at: nil)
      .order(Sequel[:pay_item_parts][:id])
      .select_all(:pay_item_parts)
      .select_append(
        :kind,
        :label,
        :note,
        siblings
          .where(Sequel[:sibling][:item_id] => Sequel[:pay_item_parts][:item_id])
          .select(Sequel.function(:count).*)
          .as(:parts)
      )
  end

  def self.pushed(row) =
    parts
      .where(:driver_id => row[:driver_id], Sequel[:pay_item_parts][:statement_id] => nil)
      .exclude(pushed_from: nil)
      .where(Sequel[:pushed_from] <= row[:to_on])
      .all

  def self.advances(row) = Store::Pay::Advances.open(row.merge(id: row[:pay_run_id]))[row[:driver_id]] || []
  private_class_method :taxes_wanted?, :before, :lines_of, :funds, :bills, :parts, :pushed, :advances
end
