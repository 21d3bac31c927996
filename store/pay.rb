# frozen_string_literal: true

# Earnings of trips, pay runs and statements.
module Store::Pay
  Deductions = Store::Table.of(:deductions)
  DeductionDrivers = Store::Table.of(:deduction_drivers)
  Changes = Store::Table.of(:pay_changes)
  OperatingCompanies = Store::Table.of(:operating_companies)
  WithheldTaxes = Store::Table.of(:withheld_taxes)
  Questions = Store::Table.of(:pay_questions)
  BankAccounts = Store::Table.of(:bank_accounts)
  AdvanceTakings = Store::Table.of(:advance_takings)
  PaySettings = Store::Table.of(:pay_settings)
  TwoPeopleRules = Store::Table.of(:two_people_rules)
  EscrowInterest = Store::Table.of(:escrow_interest)
  Cards = Store::Table.of(:cards)
  CardFiles = Store::Table.of(:card_files)
  CardTransactions = Store::Table.of(:card_transactions)
  Receipts = Store::Table.of(:receipts)
  ReceiptContents = Store::Table.of(:receipt_contents)

  def self.settings =
    DB[:pay_settings].first || (DB[:pay_settings].insert_conflict.insert(id: true) && DB[:pay_settings].first)

  # Whether a rule of two people holds: all do until two administrators have switched one off.
  def self.two_people?(rule) = TwoPeopleRules.where(rule:).get(:on) != false

  # The run that is being made; where none is, the period that is next.
  def self.running(now)
    draft = DB[:pay_runs].where(status: "draft").order(:from_on).first and return draft
    from_on, to_on = following(now)
    { id: nil, from_on:, to_on:, status: "draft" }
  end

  # First and last day of the period after the last run, or of the one in hand where there is none, by the
  # company's clock.
  def self.following(now)
    frequency, last_on = settings[:frequency], DB[:pay_runs].max(:to_on)
    return Core::Pay::Periods.beginning(last_on + 1, frequency) if last_on

    Core::Pay::Periods.holding(Store::Company.day_of(now), frequency)
  end

  # Earned by the end of a run's period, and neither on a locked statement nor on a draft of an earlier
  # period: what the run may pay or must hold.
  def self.unsettled(run)
    TripEarnings
      .join(:trips, id: :trip_id)
      .join(:drivers, id: Sequel[:trip_earnings][:driver_id])
      .join(:pay_plans, id: Sequel[:trip_earnings][:pay_plan_id])
      .left_join(:statements, id: Sequel[:trip_earnings][:statement_id])
      .left_join(:pay_runs, id: :pay_run_id)
      .where(
        Sequel.|(
          { Sequel[:pay_runs][:status] => nil },
          Sequel.&({ Sequel[:pay_runs][:status] => "draft" }, Sequel[:pay_runs][:from_on] >= run[:from_on])
        )
      )
      .where(Sequel[:completed_on] <= run[:to_on])
      .order(Sequel[:trip_earnings][:driver_id], :completed_on, Sequel[:trip_earnings][:id])
      .select_all(:trip_earnings)
      .select_append(
        Sequel[:trips][:number].as(:trip),
        Sequel[:drivers][:name].as(:driver),
        (~Store::Tracking::Papers.wanted).as(:papers_in)
      )
  end

  # The plan that a driver's trip is paid by: as it was written down, or while it is under way the one of his
  # own day at that instant. Returns Core::Pay::Terms::Plan, or nil without any.
  def self.plan_at(trip_id, driver_id, at)
    id = DB[:trip_earnings].where(trip_id:, driver_id:).get(:pay_plan_id)
    row = DB[:pay_plans].first(id:) if id
    row ||= Store::Fleet.pay_plan(driver_id, Store::Company.zone_of_driver(driver_id).to_local(at).to_date)
    row && Plan.to_core(row, BigDecimal(100))
  end

  # What a driver has earned and is on no statement, as it was last worked out.
  def self.earned(driver_id) =
    DB[:trip_earnings]
      .join(:trips, id: :trip_id)
      .where(driver_id:, statement_id: nil)
      .exclude(pay: nil)
      .order(:completed_on, Sequel[:trip_earnings][:id])
      .select(Sequel[:trips][:number].as(:trip), :completed_on, :pay, :waits_for)
      .all

  def self.runs
    DB[:pay_runs]
      .left_join(:statements, pay_run_id: :id)
      .group(Sequel[:pay_runs][:id])
      .reverse(:from_on)
      .select_all(:pay_runs)
      .select_append(
        Sequel.function(:count, Sequel[:statements][:id]).as(:statements),
        Sequel.function(:coalesce, Sequel.function(:sum, :gross), 0).as(:gross),
        Sequel.function(:coalesce, Sequel.function(:sum, :deductions), 0).as(:deductions),
        Sequel.function(:coalesce, Sequel.function(:sum, :net), 0).as(:net)
      )
  end

  def self.run(id) = runs.first(Sequel[:pay_runs][:id] => id)

  # The row of a run, held against other writers. Raises Store::NotFound.
  def self.lock_run(id) =
    DB[:pay_runs].where(id:).for_update.first || raise(Store::NotFound.new("pay run", id))

  # How far a large run is built: all of it, or by its statements until now.
  def self.built(run_id, done:) =
    DB[:pay_runs].where(id: run_id).update(
      done ? { to_build: nil, built: nil } : { built: DB[:statements].where(pay_run_id: run_id).count }
    )

  # Loads of a statement's trips that were paid by percent: what the freight bill of each says.
  def self.billed_loads(statement_id)
    DB[:trip_earnings]
      .join(:pay_plans, id: :pay_plan_id)
      .join(:trips, id: Sequel[:trip_earnings][:trip_id])
      .join(:trip_loads, trip_id: Sequel[:trip_earnings][:trip_id])
      .join(:loads, id: :load_id)
      .where(statement_id:, basis: "percent")
      .order(:completed_on, Sequel[:loads][:id])
      .select_all(:loads)
      .select_append(Sequel[:trips][:number].as(:trip), :completed_on)
      .all
  end

  def self.run_rows(run_id)
    DB[:statements]
      .join(:drivers, id: :driver_id)
      .left_join(:trip_earnings, statement_id: Sequel[:statements][:id])
      .where(pay_run_id: run_id)
      .group(Sequel[:statements][:id], Sequel[:drivers][:id])
      .order(Sequel[:drivers][:name])
      .select_all(:statements)
      .select_append(
        Sequel[:drivers][:name].as(:driver),
        Sequel.function(:count, Sequel[:trip_earnings][:id]).as(:trips),
        Sequel.lit("coalesce(sum(#{corrected(:loaded_miles)} + #{corrected(:empty_miles)}), 0.0)").as(:miles),
        Sequel.function(:bool_or, :miles_estimated).as(:miles_estimated),
        DB[:operating_companies]
          .where(id: Sequel[:statements][:operating_company_id])
          .select(:name)
          .as(:company)
      )
  end

  # The condition on a row's statement_id: on none, or on one that is still made.
  def self.unlocked =
    Sequel.|(
      { statement_id: nil },
      {
        statement_id:
          DB[:statements].where(pay_run_id: DB[:pay_runs].where(status: "draft").select(:id)).select(:id)
      }
    )

  # Puts rows on statements; only those that are elsewhere are written.
  #
  # pairs - Array of [id, statement id]
  def self.tie(table, pairs)
    return if pairs.empty?

    DB[table]
      .from(table, Sequel.as(DB.values(pairs), :held, %i[row_id held_id]))
      .where(Sequel[table][:id] => Sequel[:held][:row_id])
      .where(Sequel.lit("statement_id IS DISTINCT FROM held_id"))
      .update(statement_id: Sequel[:held][:held_id])
  end

  # Names of the stops of each trip, in order.
  def self.stop_names(trip_ids)
    DB[:trip_stops]
      .join(:stops, id: :stop_id)
      .where(trip_id: trip_ids)
      .order(:trip_id, Sequel[:trip_stops][:position])
      .select_hash_groups(
        :trip_id,
        Sequel.function(:coalesce, Sequel.function(:nullif, :name, ""), :town).as(:name)
      )
  end

  # A column of trip_earnings as a clerk has put it right, in SQL.
  def self.corrected(column) = "coalesce((corrections->>'#{column}')::numeric, #{column})"
  private_class_method :corrected

  # Drivers of a run with an order in force, whose taxes nobody gave, or gave for other earnings.
  def self.taxes_wanted(run_id)
    run = DB[:pay_runs].first(id: run_id)
    DB[:statements]
      .join(:drivers, id: :driver_id)
      .left_join(
        :withheld_taxes,
        Sequel[:withheld_taxes][:pay_run_id] => Sequel[:statements][:pay_run_id],
        Sequel[:withheld_taxes][:driver_id] => Sequel[:statements][:driver_id]
      )
      .where(Sequel[:statements][:pay_run_id] => run_id)
      .where(Sequel[:statements][:driver_id] => Garnishments.by_driver(run[:from_on], run[:to_on]).keys)
      .where(Sequel.lit("withheld_taxes.gross IS DISTINCT FROM statements.gross"))
      .order(Sequel[:drivers][:name])
      .select(Sequel[:statements][:driver_id], Sequel[:drivers][:name].as(:driver))
      .all
  end

  # Net of the calendar year of a run's period, by driver: locked runs until then, and this one.
  def self.year_nets(run)
    DB[:statements]
      .join(:pay_runs, id: :pay_run_id)
      .where(Sequel.extract(:year, :to_on) => run[:to_on].year)
      .where(Sequel[:to_on] <= run[:to_on])
      .where(Sequel.|(Sequel.~(status: "draft"), { pay_run_id: run[:id] }))
      .group(:driver_id)
      .select_hash(:driver_id, Sequel.function(:sum, :net).as(:net))
  end

  def self.statement(id)
    DB[:statements]
      .join(:drivers, id: :driver_id)
      .join(:pay_runs, id: Sequel[:statements][:pay_run_id])
      .left_join(:operating_companies, id: Sequel[:statements][:operating_company_id])
      .select_all(:statements)
      .select_append(
        Sequel[:drivers][:name].as(:driver),
        :from_on,
        :to_on,
        Sequel[:pay_runs][:status],
        :employment,
        Sequel[:operating_companies][:name].as(:company),
        *%i[address town zip].map { |name| Sequel[:operating_companies][name] },
        Sequel[:operating_companies][:state].as(:company_state)
      )
      .first(Sequel[:statements][:id] => id)
  end

  def self.lines(statement_id)
    load =
      DB[:trip_loads]
        .where(Sequel[:trip_loads][:trip_id] => Sequel[:statement_lines][:trip_id])
        .order(:load_id)
        .limit(1)
        .select(:load_id)
    DB[:statement_lines]
      .left_join(:trips, id: :trip_id)
      .left_join(:loads, id: load)
      .left_join(
        :trip_earnings,
        Sequel[:trip_earnings][:trip_id] => Sequel[:statement_lines][:trip_id],
        Sequel[:trip_earnings][:statement_id] => Sequel[:statement_lines][:statement_id]
      )
      .left_join(:pay_plans, id: :pay_plan_id)
      .where(Sequel[:statement_lines][:statement_id] => statement_id)
      .order(Sequel[:statement_lines][:position])
      .select_all(:statement_lines)
      .select_append(
        Sequel[:trips][:number].as(:trip),
        :origin,
        :destination,
        Sequel[:loads][:id].as(:load_id),
        :completed_on,
        Sequel[:trip_earnings][:miles_estimated].as(:estimated),
        Sequel[:trip_earnings][:by_state],
        :miles_by,
        :dwell_minutes,
        :detention_free_minutes,
        :stops_included,
        :corrections,
        :corrected_by,
        :corrected_why,
        Sequel[:trip_earnings][:id].as(:earning_id)
      )
  end

  # What a driver has been paid in the calendar year of a period, with this statement.
  def self.year_to_date(statement)
    year = statement[:to_on].year
    DB[:statements]
      .join(:pay_runs, id: :pay_run_id)
      .where(driver_id: statement[:driver_id])
      .where(Sequel.extract(:year, :to_on) => year)
      .where { to_on <= statement[:to_on] }
      .where(Sequel.|({ status: %w[approved paid] }, { Sequel[:statements][:id] => statement[:id] }))
      .select(
        *%i[gross reimbursements deductions net].map { |column| Sequel.function(:sum, column).as(column) }
      )
      .first
  end
end
