# frozen_string_literal: true

# The JSON of deductions, of what a change of them would do, and of the company's rules of pay.
module Web::Pay::DeductionsJson
  Figures = Web::Figures
  COLUMNS = %i[id version label basis per priority if_short tag prorated escrow everyone paused].freeze
  SETTINGS = %i[version frequency approve_by_rule bank_name bank_routing bank_company_id].freeze

  def self.all
    kept = Reads::Pay::Deductions.all
    { rows: kept.rows.map { |row| one(row, kept.drivers[row[:id]] || []) } }
  end

  def self.one(row, drivers)
    {
      **row.slice(*COLUMNS),
      amount: Figures.rate(row[:amount]),
      goal: Figures.money(row[:goal]),
      from_on: Figures.iso(row[:from_on]),
      to_on: Figures.iso(row[:to_on]),
      drivers:
        drivers.map do |own|
          { **own.slice(:driver_id, :name, :left_out), own_amount: Figures.rate(own[:own_amount]) }
        end
    }
  end

  def self.preview(id, input, now)
    seen = Work::Pay::KeepDeduction.preview(id, input.except(:id), now:)
    rows = seen[:rows]
    many = Work::Pay::Nets.many?(rows.length, Work::Pay::Nets.moved_cents(rows))
    moved(rows, many, now).merge(nobody: seen[:nobody])
  end

  def self.preview_once(input, now) =
    moved(Work::Pay::OneTime.preview(input, now:), Work::Pay::OneTime.many?(input), now).merge(nobody: nil)

  # rows - as Work::Pay::Nets.moved gives them
  def self.moved(rows, second_person, now) =
    {
      rows:
        rows.map do |row|
          {
            **row.slice(:driver_id, :driver, :by),
            week_from: Figures.iso(row[:week_from]),
            old: Money.text(row[:old_cents]),
            new: Money.text(row[:new_cents])
          }
        end,
      old: Money.text(rows.sum { |row| row[:old_cents] }),
      new: Money.text(rows.sum { |row| row[:new_cents] }),
      second_person:,
      **Papers::StatementText.period(Reads::Pay::Period.running(now))
    }

  def self.settings(now)
    row = Reads::Pay::Period.settings
    from, to = Reads::Pay::Period.following(now).map(&:iso8601)
    { **row.slice(*SETTINGS), next: { from:, to: }, advance_limit: Figures.money(row[:advance_limit]) }
  end
  private_class_method :one, :moved
end
