# frozen_string_literal: true

require "axlsx"
require "csv"

# A run's register, a row a driver, as CSV and as a sheet; and for a payroll office the lines, one a row
# (docs/payroll-export.md).
class Papers::Register
  SECTIONS = %w[earnings reimbursements taxes garnishments advances one_time recurring].freeze
  HEAD = [
    "Driver number",
    "Driver",
    "Company",
    "Trips",
    "Miles",
    *SECTIONS.map { |name| name.tr("_", " ").capitalize },
    "Gross",
    "Deductions",
    "Net"
  ].freeze
  # Columns before the amounts.
  TEXTS = 5
  LINES = %w[driver_number driver period_from period_to section label quantity rate amount trip].freeze

  def initialize(run_id)
    @run = DB[:pay_runs].first(id: run_id) or raise Store::NotFound.new("pay run", run_id)
  end

  def csv = CSV.generate { |csv| [HEAD, *rows].each { |row| csv << row.map { |cell| safe(cell) } } }

  def xlsx
    package = Axlsx::Package.new
    package
      .workbook
      .add_worksheet(name: "#{@run[:from_on]} to #{@run[:to_on]}") do |sheet|
        bold = package.workbook.styles.add_style(b: true)
        money = package.workbook.styles.add_style(format_code: "#,##0.00")
        sheet.add_row(HEAD, style: bold)
        rows.each do |row|
          sheet.add_row(
            row.map { |cell| cell.is_a?(BigDecimal) ? cell.to_f : cell },
            types: row.map { |cell| cell.is_a?(BigDecimal) || cell.is_a?(Integer) ? :float : :string },
            style: [*Array.new(TEXTS, nil), *Array.new(HEAD.length - TEXTS, money)]
          )
        end
        sheet.sheet_view.pane do |pane|
          [pane.top_left_cell = "A2", pane.state = :frozen_split, pane.y_split = 1]
        end
      end
    package.to_stream.read
  end

  # Every line of every statement.
  def lines
    CSV.generate { |csv| [LINES, *exported].each { |row| csv << row.map { |cell| safe(cell) } } }
  end

  private

  def exported
    DB[:statement_lines]
      .join(:statements, id: :statement_id)
      .join(:drivers, id: Sequel[:statements][:driver_id])
      .left_join(:trips, id: Sequel[:statement_lines][:trip_id])
      .where(pay_run_id: @run[:id])
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
      .map do |row|
        row.merge(period_from: @run[:from_on], period_to: @run[:to_on]).values_at(*LINES.map(&:to_sym))
      end
  end

  def rows
    @rows ||=
      begin
        sums =
          DB[:statement_lines]
            .join(:statements, id: :statement_id)
            .where(pay_run_id: @run[:id])
            .group(:statement_id, :section)
            .select_hash(%i[statement_id section], Sequel.function(:sum, :amount).as(:amount))
        numbers, house = DB[:drivers].select_hash(:id, :number), Store::Company.row[:name]
        Store::Pay
          .run_rows(@run[:id])
          .map do |row|
            [
              numbers[row[:driver_id]],
              row[:driver],
              row[:company] || house,
              row[:trips],
              row[:miles],
              *SECTIONS.map { |section| sums[[row[:id], section]] || BigDecimal(0) },
              row[:gross],
              row[:deductions],
              row[:net]
            ]
          end
      end
  end

  # A text that a spreadsheet would take for a formula is kept a text.
  def safe(cell)
    text = cell.is_a?(BigDecimal) ? cell.to_s("F") : cell.to_s
    text.match?(/\A[=+@]|\A-(?!\d)/) ? "'#{text}" : text
  end
end
