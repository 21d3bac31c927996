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

  # Raises Store::NotFound.
  def initialize(run_id)
    @register = Reads::Pay::Register.of(run_id)
    @run = @register.run
  end

  def csv =
    CSV.generate { |csv| [HEAD, *rows].each { |row| csv << row.map { |cell| Papers::SafeCell.of(cell) } } }

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
    CSV.generate do |csv|
      [LINES, *exported].each { |row| csv << row.map { |cell| Papers::SafeCell.of(cell) } }
    end
  end

  private

  def exported =
    Reads::Pay::Register
      .lines(@run[:id])
      .map do |row|
        row.merge(period_from: @run[:from_on], period_to: @run[:to_on]).values_at(*LINES.map(&:to_sym))
      end

  def rows = @rows ||= @register.statements.map { |row| row(row) }

  def row(row) =
    [
      row[:number],
      row[:driver],
      row[:company] || @register.house,
      row[:trips],
      row[:miles],
      *SECTIONS.map { |section| @register.sums[[row[:id], section]] || BigDecimal(0) },
      row[:gross],
      row[:deductions],
      row[:net]
    ]
end
