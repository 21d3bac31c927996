# frozen_string_literal: true

# The JSON of what is kept for pay beside the trips: deductions, changes that wait for a second person, a
# driver's bank, orders, advances and balances; the company's rules.
module Web::Pay::Deductions
  def self.all(actor)
    own =
      DB[:deduction_drivers]
        .join(:drivers, id: :driver_id)
        .order(:name)
        .select(:deduction_id, :driver_id, :name, :own_amount, :left_out)
        .all
        .group_by { |row| row[:deduction_id] }
    waiting =
      DB[:deduction_changes]
        .where(state: "asked")
        .order(:id)
        .map do |row|
          {
            **row.slice(:id, :drivers, :asked_by),
            label: row[:input]["label"],
            dollars: money(row[:dollars]),
            asked_at: row[:asked_at].iso8601,
            mine: row[:asked_by_ref] == actor.ref
          }
        end
    { rows: DB[:deductions].order(:priority, :id).map { |row| one(row, own[row[:id]] || []) }, waiting: }
  end

  def self.one(row, own)
    says =
      row.slice(
        :id,
        :version,
        :label,
        :basis,
        :per,
        :priority,
        :if_short,
        :tag,
        :prorated,
        :escrow,
        :everyone,
        :paused
      )
    drivers =
      own.map { |one| { **one.slice(:driver_id, :name, :left_out), own_amount: rate(one[:own_amount]) } }
    says.merge(
      amount: rate(row[:amount]),
      goal: row[:goal] && money(row[:goal]),
      from_on: row[:from_on].iso8601,
      to_on: row[:to_on]&.iso8601,
      drivers:
    )
  end

  def self.preview(id, input, now)
    rows = Work::Pay::KeepDeduction.preview(id, input.except(:id), now:)
    moved(rows, Work::Pay::Nets.many?(rows.length, Work::Pay::Nets.moved_cents(rows)), now)
  end

  def self.preview_once(input, now) =
    moved(Work::Pay::OneTime.preview(input, now:), Work::Pay::OneTime.many?(input), now)

  # rows - as Work::Pay::Nets.moved gives them
  def self.moved(rows, second_person, now)
    run = Store::Pay.running(now)
    {
      rows:
        rows.map do |row|
          {
            **row.slice(:driver_id, :driver),
            old: Money.text(row[:old_cents]),
            new: Money.text(row[:new_cents])
          }
        end,
      old: sum(rows, :old_cents),
      new: sum(rows, :new_cents),
      second_person:,
      from: run[:from_on].iso8601,
      to: run[:to_on].iso8601
    }
  end

  def self.sum(rows, name) = Money.text(rows.sum { |row| row[name] })

  def self.settings(now)
    row = Store::Pay.settings
    from, to = Store::Pay.following(now).map(&:iso8601)
    says =
      row.slice(
        :version,
        :frequency,
        :approve_by_rule,
        :second_person_drivers,
        :bank_name,
        :bank_routing,
        :bank_company_id
      )
    says.merge(
      next: {
        from:,
        to:
      },
      second_person_dollars: money(row[:second_person_dollars]),
      advance_limit: money(row[:advance_limit])
    )
  end

  # An account's number is shown by its last four.
  def self.driver(id)
    row = DB[:drivers].first(id:) or raise Store::NotFound.new("driver", id)
    bank = DB[:bank_accounts].first(driver_id: id)
    taken =
      DB[:advance_takings]
        .join(:statements, id: :statement_id)
        .join(:pay_runs, id: :pay_run_id)
        .exclude(state: "draft")
        .where(pushed: false)
        .group_and_count(:advance_id)
        .to_hash(:advance_id, :count)
    {
      driver: row.slice(:id, :name),
      bank:
        bank &&
          {
            **bank.slice(:routing, :kind),
            account: "ends in #{bank[:account][-4..]}",
            prenote_on: bank[:prenote_on]&.iso8601
          },
      garnishments:
        DB[:garnishments]
          .where(driver_id: id)
          .order(:id)
          .map do |one|
            {
              **one.slice(:id, :kind, :label),
              amount: money(one[:amount]),
              limit_percent: rate(one[:limit_percent]),
              from_on: one[:from_on].iso8601,
              to_on: one[:to_on]&.iso8601
            }
          end,
      advances:
        DB[:advances]
          .where(driver_id: id)
          .order(:id)
          .map do |one|
            {
              **one.slice(:id, :label, :installments),
              principal: money(one[:principal]),
              taken: taken[one[:id]] || 0,
              from_on: one[:from_on].iso8601
            }
          end,
      balances: balances(id),
      plans: Web::Pay::Desk.plans(id),
      operating_company_id: row[:operating_company_id],
      funds: Web::Pay::Desk.funds(id)
    }
  end

  # What each account of the ledger says of a driver: sums over it, and nothing else.
  def self.balances(id)
    DB[:ledger_entries]
      .where(driver_id: id, account: %w[advances escrow net_payable carried_forward])
      .group(:account)
      .order(:account)
      .select(:account, Sequel.function(:sum, :amount).as(:amount))
      .all
      .map do |row|
        { account: row[:account], label: row[:account].tr("_", " "), amount: money(row[:amount]) }
      end
  end

  def self.money(amount) = Money.text(Money.cents(amount))
  def self.rate(amount) = amount && Money.rate_text(amount)
  private_class_method :one, :moved, :sum, :balances, :money, :rate
end
