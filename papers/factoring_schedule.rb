# frozen_string_literal: true

require "csv"

# The invoices that are sold to a factor, on paper and as a sheet.
class Papers::FactoringSchedule < Papers::Letter
  COLUMNS = %i[amount advance fee reserve].freeze
  HEAD = %w[invoice customer invoiced due amount advance fee held_back].freeze

  # schedule - Reads::Billing::Factoring::Schedule
  def self.csv(schedule) =
    CSV.generate do |csv|
      csv << HEAD
      schedule.sold.each do |row|
        dollars = COLUMNS.map { |name| Money.dollars_text(row[name]) }
        days = row.values_at(:invoiced_on, :due_on).map(&:iso8601)
        csv << [row[:number], row[:customer], *days, *dollars].map { |cell| Papers::SafeCell.of(cell) }
      end
    end

  def initialize(schedule)
    @schedule = schedule
    @row = schedule.row
    super("Schedule #{@row[:number]}")
  end

  def render
    quiet @row[:company]
    headline "Schedule #{@row[:number]}"
    say "Invoices sold to #{@row[:factor]}, #{Core::Spoken.date(@row[:made_at].to_date)}", size: 11
    table(rows, head: %w[Invoice Customer Due Amount Advance Fee Held], right: [3, 4, 5, 6])
    number_pages "Schedule #{@row[:number]}"
    @pdf.render
  end

  private

  def rows
    sums = [
      "",
      "All",
      "",
      *COLUMNS.map { |name| dollars(@schedule.sold.sum(BigDecimal(0)) { |row| row[name] }) }
    ]
    [*@schedule.sold.map { |row| row(row) }, sums]
  end

  def row(row) =
    [
      row[:number],
      row[:customer],
      Core::Spoken.date(row[:due_on]),
      *COLUMNS.map { |name| dollars(row[name]) }
    ]

  def dollars(amount) = Core::Spoken.dollars(Money.cents(amount))
end
