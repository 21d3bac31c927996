# frozen_string_literal: true

# The JSON of pay runs, their pay items and their deposit.
module Web::Pay::RunJson
  Text = Papers::StatementText
  Figures = Web::Figures

  def self.row(row)
    {
      **Text.period(row),
      **row.slice(:id, :status, :statements, :approved_by, :paid_by),
      gross: Figures.money(row[:gross]),
      net: Figures.money(row[:net]),
      approved_at: Figures.iso(row[:approved_at]),
      paid_at: Figures.iso(row[:paid_at])
    }
  end

  # by - who looks, where the answer is to say what he may do
  def self.of(id, now = Clock.now, by: nil)
    run = Reads::Pay::Run.of(id, now)
    row = run.row
    items = row[:status] == "draft" && row[:to_build].nil? ? Work::Pay::Items.open(row) : []
    waiting, paid = items.partition { |item| item[:reason] }
    {
      **row(row).except(:statements),
      deductions: Figures.money(row[:deductions]),
      building: row[:to_build] && { built: row[:built], of: row[:to_build] },
      reopened: row[:reopened_why] && "#{row[:reopened_by]}: #{row[:reopened_why]}",
      rows: run.statements.map { |statement| statement(statement, run) },
      held: [*items(waiting), *detentions(paid)],
      not_over: run.under_way && { under_way: run.under_way },
      unusual: items(paid.select { |item| item[:unusual].any? }),
      questions: run.questions.map { |one| Text.question(one).merge(driver: one[:driver]) },
      items: items.length,
      **pays(row, by)
    }
  end

  def self.pays(row, by)
    return { may_pay: false, why_not_paid: nil } unless by && row[:status] == "approved"

    holds = Reads::Pay::Waiting.holds?("approve_and_pay")
    _, why = Core::Pay::SecondPerson.why_not_paid(approved_by: row[:approved_by_ref], by: by.ref, holds:)
    { may_pay: why.nil?, why_not_paid: why }
  end

  # All pay items of a run's period: what each trip earns whom, and what it waits for.
  def self.all_items(run_id)
    rows = Work::Pay::Items.open(Reads::Pay::Run.row(run_id))
    rows
      .zip(items(rows))
      .map do |row, said|
        said.merge(
          approved_by: row[:approved_by],
          miles: Figures.miles(row[:loaded_miles] + row[:empty_miles])
        )
      end
  end

  def self.deposit(found) =
    { **found.slice(:file, :paid, :prenotes, :without), total: Money.text(found[:total_cents]) }

  def self.statement(row, run)
    {
      **row.slice(:id, :company, :trips),
      **Text.amounts(row),
      driver: {
        id: row[:driver_id],
        name: row[:driver]
      },
      miles: Figures.miles(row[:miles]),
      miles_estimated: row[:miles_estimated] || false,
      before: Figures.money(run.before[row[:driver_id]]),
      year_net: Figures.money(run.years[row[:driver_id]] || 0),
      taxes: Figures.money(run.taxes.dig(row[:driver_id], :amount)),
      taxes_of: Figures.money(run.taxes.dig(row[:driver_id], :gross)),
      no_tax: (run.taxes.dig(row[:driver_id], :amount) || 0).zero?,
      taxes_wanted: run.taxes_wanted.include?(row[:driver_id])
    }
  end

  # rows - of Work::Pay::Items.open
  def self.items(rows)
    around =
      Reads::Pay::Run.around(rows.map { |row| row[:trip_id] }.uniq, rows.map { |row| row[:driver_id] }.uniq)
    rows.map do |row|
      load = around.loads[row[:trip_id]] || {}
      {
        **row.slice(:id, :trip, :driver, :driver_id, :reason, :unusual),
        may_approve: Work::Pay::Items.approvable?(row[:reason]),
        why: row[:held_why] || row[:because],
        amount: Money.text(row[:cents]),
        load_id: load[:load_id],
        load_status: load[:status],
        completed_on: Figures.iso(row[:completed_on]),
        terminal: around.terminals[row[:driver_id]]
      }
    end
  end

  # Waits that are left out of a trip that is paid.
  def self.detentions(rows)
    rows = rows.select { |row| row[:detention] }
    rows
      .zip(items(rows))
      .map do |row, said|
        detention = row[:detention]
        amount = Money.text(detention[:cents])
        said.merge(reason: "detention_open", may_approve: true, why: detention[:text], unusual: [], amount:)
      end
  end
  private_class_method :statement, :items, :detentions
end
