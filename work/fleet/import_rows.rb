# frozen_string_literal: true

require "csv"

# CSV in and out of the directory: a described template, a preview, errors by row and column, all or nothing,
# and the same file twice changes nothing.
class Work::Fleet::ImportRows
  # column => [required, what it holds]; a row is known again by its first columns, `KEY`.
  COLUMNS = {
    customers: {
      name: [true, "the customer's name, once"],
      payer: [false, "yes or no: pays bills itself; yes if empty"],
      terms_days: [false, "days until an invoice is due; 30 if empty"],
      address: [false, "street"],
      town: [false, ""],
      state: [false, "two letters"],
      zip: [false, "five digits"],
      phone: [false, ""],
      email: [false, ""],
      notes: [false, ""]
    },
    places: {
      name: [true, "the place's name"],
      zip: [true, "five digits; gives town, position and zone"],
      address: [false, "street"],
      town: [false, "if not the ZIP's own"],
      state: [false, "two letters"],
      contact: [false, "whom to ask for"],
      phone: [false, ""],
      dock_hours: [false, "7a-3p Mon-Fri, say"],
      driver_notes: [false, "what drivers must know"]
    },
    drivers: {
      number: [true, "the driver's number, once"],
      name: [true, ""],
      terminal: [true, "name of the home terminal"],
      loaded_mile_rate: [true, "dollars a loaded mile"],
      empty_mile_rate: [true, "dollars an empty mile"],
      phone: [false, ""],
      email: [false, ""],
      employment: [false, "company_driver or owner_operator"],
      licence_class: [false, "A, B or C"],
      licence_expires_on: [false, "a date with its year: 2027-03-31 or 3/31/2027"],
      medical_expires_on: [false, "a date with its year: 2027-03-31 or 3/31/2027"],
      hazmat: [false, "yes or no"]
    },
    units: {
      number: [true, "the unit's number, once"],
      kind: [true, "tractor or trailer"],
      trailer_kind: [false, "dry_van, reefer, flatbed, step_deck or lowboy"],
      terminal: [false, "name of its terminal"],
      plate: [false, ""],
      plate_state: [false, "two letters"],
      vin: [false, "17 letters and digits"],
      make: [false, ""],
      model: [false, ""],
      model_year: [false, "four digits"],
      length_ft: [false, "feet"]
    }
  }.freeze
  KEY = { customers: [:name], places: %i[name zip], drivers: [:number], units: [:number] }.freeze
  YES = {
    "yes" => true,
    "y" => true,
    "true" => true,
    "1" => true,
    "no" => false,
    "n" => false,
    "false" => false,
    "0" => false
  }.freeze
  INTEGERS = %i[terms_days model_year length_ft].freeze

  # Undoes a preview.
  class Preview < StandardError
  end

  def self.template(table)
    {
      kind: table.to_s,
      csv: CSV.generate_line(COLUMNS[table].keys),
      columns: COLUMNS[table].map { |name, (required, about)| { name: name.to_s, required:, about: } }
    }
  end

  def self.export(table)
    terminals = Store::Company::Terminals.select_hash(:id, :name)
    rows = Store::Fleet.page(table, "", page: 1, per_page: 1_000_000).first.reject { |row| row[:retired] }
    CSV.generate(headers: COLUMNS[table].keys, write_headers: true) do |csv|
      rows.each do |row|
        csv << COLUMNS[table].keys.map do |column|
          cell(column == :terminal ? terminals[row[:terminal_id]] : row[column])
        end
      end
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
      # A spreadsheet would run a cell that begins like a formula.
    when /\A[=+@-]/
      "'#{value}"
    else
      value
    end
  end

  # complaint - called with a column and its text; answers what is wrong with it, or nil
  # Returns { added:, changed:, unchanged:, errors: [{ row:, column:, message: }], done: }.
  # Raises Refused `not_csv`, `unknown_column`, `missing_column`.
  def self.call(table, csv, complaint:, preview:, by:, now:) =
    new(table, csv, complaint, preview, by, now).call

  def initialize(table, csv, complaint, preview, by, now)
    @table = table
    @rows = parse(csv)
    @complaint = complaint
    @preview = preview
    @by = by
    @now = now
    @counts = { added: 0, changed: 0, unchanged: 0 }
    @errors = []
  end

  def call
    DB.transaction(savepoint: true) do
      @rows.each { |number, row| one(number, row) }
      raise Preview if @preview || @errors.any?
    end
    { **@counts, errors: @errors, done: true }
  rescue Preview
    { **@counts, errors: @errors, done: false }
  end

  private

  def parse(csv)
    table = CSV.parse(csv.delete_prefix("\uFEFF"), headers: true, skip_blanks: true, strip: true)
    headers = table.headers.compact.map(&:to_sym)
    unknown = headers - COLUMNS[@table].keys
    if unknown.any?
      raise Refused.new(
              "unknown_column",
              "Column #{unknown.first} is not known: the template lists the columns.",
              path: "/csv"
            )
    end

    missing = COLUMNS[@table].select { |_, (required)| required }.keys - headers
    raise Refused.new("missing_column", "Column #{missing.first} is missing.", path: "/csv") if missing.any?

    table.each_with_index.map do |row, index|
      [
        index + 2,
        row.to_h.compact.transform_keys(&:to_sym).transform_values { |text| text.sub(/\A'(?=[=+@-])/, "") }
      ]
    end
  rescue CSV::MalformedCSVError => e
    raise Refused.new("not_csv", "This is not CSV: #{e.message}", path: "/csv")
  end

  def one(number, cells)
    problems =
      COLUMNS[@table].filter_map do |column, (required)|
        problem(number, column, "This is needed.") if required && cells[column].to_s.empty?
      end
    input = cells.to_h { |column, text| [column, read(number, column, text, problems)] }.compact
    return @errors.concat(problems) if problems.any?

    write(input)
  rescue Refused => e
    @errors << problem(number, e.path.delete_prefix("/"), e.message)
  end

  def read(number, column, text, problems)
    case column
    when :payer, :hazmat
      YES.fetch(text.downcase) { problems << problem(number, column, "Must be yes or no.") }
    when :terminal
      Store::Company::Terminals.where(name: text).get(:id) ||
        (problems << problem(number, column, "There is no terminal called #{text}."))
    when *INTEGERS
      Core::Typed.whole(text) || (problems << problem(number, column, "Must be a whole number."))
    when /_on\z/
      Core::Typed.day(text) ||
        (problems << problem(number, column, "Must be a date with its year, like 2027-03-31 or 3/31/2027."))
    when /_rate\z/
      if text.match?(/\A\d{1,7}(\.\d{1,4})?\z/)
        text
      else
        (problems << problem(number, column, "Must be dollars, like 0.58."))
      end
    else
      checked(number, column, text, problems)
    end
  end

  # The limits of a form hold for a file too; the edge knows them.
  def checked(number, column, text, problems)
    complaint = @complaint.call(column, text)
    problems << problem(number, column, complaint) if complaint
    text
  end

  def problem(row, column, message) = { row:, column: column.to_s, message: }

  def write(input)
    input = input.except(:terminal).merge(terminal_id: input[:terminal]) if input.key?(:terminal)
    existing = Store::Fleet.rows(@table).where(input.slice(*KEY[@table])).first
    return add(input) unless existing

    before = Store::Fleet.find(@table, existing[:id])
    return @counts[:unchanged] += 1 if input.all? { |column, value| same?(before[column], value) }

    Work::Fleet::ChangeRecord.call(
      @table,
      existing[:id],
      input.merge(version: existing[:version]),
      by: @by,
      now: @now
    )
    @counts[:changed] += 1
  end

  def add(input)
    Work::Fleet::AddRecord.call(@table, input, by: @by, now: @now)
    @counts[:added] += 1
  end

  def same?(before, value) = before == (before.is_a?(BigDecimal) ? BigDecimal(value) : value)
end
