# frozen_string_literal: true

# What diesel costs by week and region, as a sheet: who tells a price, tells it so, and a spreadsheet keeps it.
module Core::Billing::DieselSheet
  Column = Core::Directory::Column
  ALL = [
    Column.of(
      :told_on,
      :day,
      "the day it was told, with its year",
      needed: true,
      headed: %w[date week week_of period]
    ),
    Column.of(
      :price,
      :text,
      "dollars a gallon, like 3.659",
      needed: true,
      headed: %w[diesel dollars_per_gallon value usd]
    ),
    Column.of(:region, :text, "US if empty; else a name of your own that scales go by", headed: %w[area])
  ].freeze
  # prices - Array of Core::Billing::Fuel::Price; errors - Array of { row:, column:, message: }
  Read = Core::Value.of(:prices, :errors, :unknown)
  WHOLE = "US"

  def self.columns = ALL.to_h { |column| [column.name, column] }
  def self.template =
    {
      kind: "diesel_prices",
      csv: "#{ALL.map(&:name).join(",")}\n",
      columns: ALL.map { |column| { name: column.name.to_s, required: column.needed, about: column.about } }
    }

  # Raises as Core::Directory::Sheet does.
  def self.read(csv)
    sheet = Core::Directory::Sheet.read(csv, columns)
    errors = []
    prices = sheet.rows.filter_map { |number, cells| price(number, cells, sheet, errors) }
    twice(prices, sheet).each { |error| errors << error }
    Read.new(prices: prices.map(&:last), errors:, unknown: sheet.unknown)
  end

  # [number of the row, Price], or nil with what is wrong added to errors.
  def self.price(number, cells, sheet, errors)
    wrong = ALL.filter_map { |column| (text = fault(column, cells)) && [column.name, text] }
    wrong.each do |name, message|
      errors << { row: number, column: sheet.headings.fetch(name, name.to_s), message: }
    end
    return if wrong.any?

    one =
      Core::Billing::Fuel::Price.new(
        region: (cells[:region] || WHOLE).upcase,
        told_on: Core::Directory.cell(columns[:told_on], cells[:told_on]).value,
        price: BigDecimal(plain(cells[:price]))
      )
    [number, one]
  end

  def self.fault(column, cells)
    text = cells[column.name]
    return column.needed ? "This is needed: #{column.about}." : nil if text.nil?

    case column.name
    when :told_on
      Core::Directory.cell(column, text).wrong
    when :price
      "“#{text}” cannot be read here: write dollars a gallon, like 3.659." unless plain(text).match?(PRICE)
    end
  end
  PRICE = /\A(?!0+(\.0*)?\z)\d{1,2}(\.\d{1,3})?\z/

  def self.plain(text) = text.delete("$ ")

  def self.twice(prices, sheet)
    prices
      .group_by { |_, one| [one.region, one.told_on] }
      .values
      .select { |same| same.map { |_, one| one.price }.uniq.length > 1 }
      .map do |same|
        message = "The same day stands in row #{same.first.first} with another price: leave one."
        { row: same.last.first, column: sheet.headings.fetch(:price), message: }
      end
  end
  private_class_method :price, :fault, :plain, :twice
end
