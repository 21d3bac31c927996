# frozen_string_literal: true

require "csv"

# Sheets in and out of the directory: a described template, a preview, errors by row and column with what to
# write
# instead, all or nothing, and the same file twice changes nothing.
class Work::Fleet::ImportRows
  # A row is known again by these.
  KEY = { customers: [:name], places: %i[name zip], drivers: [:number], units: [:number] }.freeze

  # Undoes a preview.
  class Preview < StandardError
  end

  def self.template(table)
    columns = Core::Directory.columns(table).values
    {
      kind: table.to_s,
      csv: CSV.generate_line(columns.map(&:name)),
      columns:
        columns.map { |column| { name: column.name.to_s, required: column.needed, about: column.about } }
    }
  end

  # pay - with rates, fees and rents
  def self.export(table, pay:)
    names = Work::Fleet::SheetNames.new
    columns = Core::Directory.columns(table)
    columns = columns.except(*Core::Company::Confidential.fields(Store::Fleet::KIND[table])) unless pay
    rows = Store::Fleet.page(table, "", page: 1, per_page: 1_000_000).first.reject { |row| row[:retired] }
    CSV.generate(headers: columns.keys, write_headers: true) do |csv|
      rows.each { |row| csv << columns.each_value.map { |column| cell(names.written(table, column, row)) } }
    end
  end

  def self.cell(value)
    case value
    when true
      "yes"
    when false
      "no"
    when BigDecimal
      Money.rate_text(value)
    when Sequel::Postgres::PGArray
      value.map { |one| one.is_a?(BigDecimal) ? one.to_f : one }.join(", ")
      # A spreadsheet would run a cell that begins like a formula.
    when /\A[=+@-]/
      "'#{value}"
    else
      value
    end
  end

  # complaint - called with a field and its text; answers what is wrong with it, or nil
  #
  # Returns { added:, changed:, unchanged:, unknown: headings that were not read,
  # errors: [{ row:, column: as the file heads it, message: }], done: }.
  # Raises Refused `not_csv`, `empty_file`, `column_twice`, `missing_column`.
  def self.call(table, csv, complaint:, preview:, by:, now:) =
    new(table, csv, complaint, preview, by, now).call

  def initialize(table, csv, complaint, preview, by, now)
    @table = table
    @columns = Core::Directory.columns(table)
    @sheet = Core::Directory.sheet(table, csv)
    @names = Work::Fleet::SheetNames.new
    @complaint = complaint
    @preview = preview
    @by = by
    @now = now
    @counts = { added: 0, changed: 0, unchanged: 0 }
    @errors = []
  end

  def call
    DB.transaction(savepoint: true) do
      @sheet.rows.each { |number, row| one(number, row) }
      raise Preview if @preview || @errors.any?
    end
    { **@counts, unknown: @sheet.unknown, errors: @errors, done: true }
  rescue Preview
    { **@counts, unknown: @sheet.unknown, errors: @errors, done: false }
  end

  private

  def one(number, cells)
    problems =
      @columns.each_value.filter_map do |column|
        if column.needed && !cells.key?(column.name)
          problem(number, column.name, "This is needed: #{column.about}.")
        end
      end
    input =
      cells.reduce({}) do |read, (name, text)|
        fields = read(@columns[name], text) { |wrong| problems << problem(number, name, wrong) }
        read.merge(fields) { |_, one, other| one.is_a?(Hash) ? one.merge(other) : other }
      end
    return @errors.concat(problems) if problems.any?

    write(input)
  rescue Refused => e
    @errors << problem(number, e.path.delete_prefix("/").delete_suffix("_id"), e.message)
  end

  # The fields that a cell fills; yields what is wrong with it.
  def read(column, text)
    cell = Core::Directory.cell(column, text)
    fields = cell.wrong ? {} : @names.read(column, cell.value)
    wrong = cell.wrong || fields[:wrong] || complaint(fields)
    return fields unless wrong

    yield wrong
    {}
  end

  # The limits of a form hold for a file too; the edge knows them.
  def complaint(fields) =
    fields.filter_map { |name, value| @complaint.call(name, value.is_a?(Date) ? value.iso8601 : value) }.first

  def problem(row, column, message) =
    { row:, column: @sheet.headings.fetch(column.to_sym, column.to_s), message: }

  def write(input)
    papers = input.fetch(:papers, {})
    input = input.except(:papers)
    existing = Store::Fleet.rows(@table).where(input.slice(*KEY[@table])).first
    change = existing ? change(existing, input) : add(input)
    kept = papers.count { |kind, day| keep(change.fetch(:id), kind, day) }
    @counts[change[:did] == :unchanged && kept.positive? ? :changed : change[:did]] += 1
  end

  def add(input) =
    { id: Work::Fleet::AddRecord.call(@table, usual.merge(input), by: @by, now: @now), did: :added }

  def change(existing, input)
    before = Store::Fleet.find(@table, existing[:id])
    if input.all? { |column, value| same?(before[column], value) }
      return { id: existing[:id], did: :unchanged }
    end

    Work::Fleet::ChangeRecord.call(
      @table,
      existing[:id],
      input.merge(version: existing[:version]),
      by: @by,
      now: @now
    )
    { id: existing[:id], did: :changed }
  end

  # A paper with its last day, where another day or none is known. Returns whether it is new.
  def keep(id, kind, day)
    return false if @names.papers(@table)[[id, kind]] == day

    Work::Fleet::KeepCredential.call(@table, id, { kind:, expires_on: day }, by: @by, now: @now)
    true
  end

  # A company of one terminal need not name it.
  # A sheet says how its drivers are paid: by the mile where nothing else is written.
  def usual = @table == :drivers ? { terminal_id: @names.only_terminal, basis: "per_mile" }.compact : {}

  def same?(before, value)
    case before
    when BigDecimal
      before == BigDecimal(value)
    when Float
      before.to_d == value.to_d
    else
      before.respond_to?(:to_ary) ? before.to_a.map { |one| plain(one) } == value : before == value
    end
  end

  def plain(one) = one.is_a?(BigDecimal) ? one.to_f : one
end
