# frozen_string_literal: true

require "app_helper"
require "ach"
require "csv"
require "pdf-reader"
require "zip"

# What is taken and given beside the trips, and the ledger underneath.
RSpec.describe Work::Pay do
  let(:greta) { account(%w[settlement_clerk administrator], "Greta Lindqvist") }
  let(:week) { { from: Date.new(2026, 11, 22), to: Date.new(2026, 11, 28) } }
  let(:clerk) { api(inez) }

  def open_run(weeks = 0) =
    described_class::OpenPayRun.call(week.transform_values { |date| date + (7 * weeks) }, by: inez, now:)
  def run(id) = Web::Pay::RunJson.of(id)
  def lock(id) = described_class::ApprovePayRun.call(id, { total_net: run(id)[:net] }, by: inez, now:)

  # A driver with a trip in the week, paid some 300 dollars.
  def earned(name = "Wade Ferris", weeks: 0, tractor: "T-101", trailer: "V-201")
    at = now + (weeks * 7 * 24 * Given::HOUR)
    _, trip_id = sent(crew(tractor:, trailer:).merge(driver_ids: [driver_id(name)]), at:, hours: 8)
    deliver(trip_id, begins: at, by: driver(name))
    keep_photo(trip_id, by: driver(name))
    trip_id
  end

  def statement(run_id, name = "Wade Ferris") =
    Papers::StatementText.of(DB[:statements].where(pay_run_id: run_id, driver_id: driver_id(name)).get(:id))
  def lines(run_id, section) =
    statement(run_id)[:lines]
      .select { |line| line[:section] == section }
      .map { |line| line.values_at(:label, :amount) }
  def deduction(**more) =
    {
      key: "keep deduction #{more.hash}",
      label: "Insurance",
      basis: "flat",
      amount: "31.25",
      from_on: "2026-01-01",
      everyone: true,
      **more
    }
  def once(**more) =
    clerk.call(
      :post,
      "/api/one-time",
      {
        key: "once #{more.hash} #{rand}",
        driver_ids: [driver_id],
        kind: "deduction",
        label: "Lost strap",
        amount: "90.00",
        due_on: "2026-11-22",
        **more
      }
    )
  def part(label = "Lost strap") =
    DB[:pay_item_parts]
      .join(:pay_items, id: :item_id)
      .where(label:)
      .order(Sequel[:pay_item_parts][:id])
      .select_all(:pay_item_parts)
      .all
  def balance(account) = DB[:ledger_entries].where(driver_id:, account:).sum(:amount)

  it "takes deductions of every basis, shows before what they do to whom, and lets only a second person " \
       "change much" do
    2.times do |i|
      earned(["Wade Ferris", "Nora Brandvold"][i], tractor: "T-10#{i + 1}", trailer: "V-20#{i + 1}")
    end
    id = open_run
    net = run(id)[:rows].to_h { |row| [row[:driver][:name], BigDecimal(row[:net])] }
    looked = clerk.call(:post, "/api/deductions/preview", deduction)
    expect(looked).to include(
      second_person: false,
      rows:
        net.sort.map do |name, amount|
          include(
            driver: name,
            old: Money.text(Money.cents(amount)),
            new: Money.text(Money.cents(amount - BigDecimal("31.25")))
          )
        end
    )
    expect(run(id)[:net]).to eq(Money.text(Money.cents(net.values.sum))) # nothing is kept by looking
    clerk.call(
      :post,
      "/api/deductions",
      deduction(drivers: [{ driver_id: driver_id("Nora Brandvold"), own_amount: "10" }])
    )
    expect(run(id)[:rows].to_h { |row| [row[:driver][:name], row[:deductions]] }).to eq(
      "Wade Ferris" => "31.25",
      "Nora Brandvold" => "10.00"
    )
    expect(clerk.call(:post, "/api/deductions", deduction(amount: "1"))[:error]).to include(
      code: "label_taken",
      path: "/label"
    )
    expect(clerk.call(:post, "/api/deductions", deduction(label: "Plates", amount: nil))[:error]).to include(
      code: "amount_missing",
      path: "/amount"
    )

    Store::Pay.settings
    DB[:pay_settings].update(second_person_drivers: 1)
    api(greta).call(:put, "/api/pay-settings", { version: 0, advance_limit: "1500.00" })
    expect(clerk.call(:put, "/api/pay-settings", { version: 0, advance_limit: "9.00" })[:error]).to include(
      code: "stale"
    )
    asked =
      clerk.call(
        :post,
        "/api/deductions",
        deduction(label: "Escrow", basis: "per_mile", amount: "0.05", escrow: true)
      )
    expect(
      clerk.call(:post, "/api/deductions/preview", deduction(label: "Later", from_on: "2027-01-01"))
    ).to include(second_person: true) # beginning later is no way around
    expect(asked).to include(change_id: be_an(Integer))
    expect(clerk.call(:get, "/api/pay-changes")).to match(
      [include(title: "Escrow", what: a_string_starting_with("2 drivers, $"), may_make: false)]
    )
    expect(run(id)[:rows].map { |row| row[:deductions] }.sort).to eq(%w[10.00 31.25])
    answer = ->(who) do
      api(who).call(
        :post,
        "/api/pay-changes/#{asked[:change_id]}/answer",
        { key: "let it be #{rand}", status: "made" }
      )
    end
    expect(answer.call(inez)[:error]).to include(code: "same_person")
    expect(answer.call(greta)).to eq([])
    miles = BigDecimal(run(id)[:rows].find { |row| row[:driver][:name] == "Wade Ferris" }[:miles])
    expect(lines(id, "recurring")).to eq(
      [%w[Insurance -31.25], ["Escrow", "-#{Money.text(Money.cents(miles * BigDecimal("0.05")))}"]]
    )
    expect(answer.call(greta)[:error]).to include(code: "answered_already")
  end

  it "spreads a month's amount over its weeks to the cent, and charges units by what they are and for how " \
       "long" do
    earned
    DB[:units].where(number: "T-101").update(
      operator_id: driver_id,
      leased: true,
      fee: 70,
      active_from: Date.new(2026, 11, 25)
    )
    clerk.call(
      :post,
      "/api/deductions",
      deduction(label: "Lease", basis: "per_unit", amount: nil, tag: "leased_tractor", prorated: true)
    )
    clerk.call(:post, "/api/deductions", deduction(label: "Parking", amount: "100.00", per: "month"))
    # November 2026 has four Saturdays; the unit was active on four of seven days.
    expect(lines(open_run, "recurring")).to eq([%w[Lease -40.00], %w[Parking -25.00]])
    december =
      Core::Pay::Terms::Period.new(
        from: Date.new(2027, 1, 24),
        to: Date.new(2027, 1, 30),
        frequency: "weekly"
      )
    expect(
      (0..4)
        .map do |i|
          Core::Pay::Periods.share_cents(
            10_001,
            december.with(from: december.from - (7 * i), to: december.to - (7 * i))
          )
        end
        .reverse
    ).to eq([2_001, 2_000, 2_000, 2_000, 2_000])
  end

  it "gives and takes once: in parts, pushed to the next statement, split while it is made, and all of " \
       "that undone" do
    earned
    id = open_run
    once(amount: "90.00", fee_percent: "10", parts: 3)
    expect(lines(id, "one_time")).to eq([["Lost strap", "-33.00"]])
    push = ->(act, part_id = part.first[:id], **more) do
      clerk.call(:post, "/api/one-time/#{part_id}/#{act}", { key: "#{act} #{rand}", **more })
    end
    push.call("push")
    expect([lines(id, "one_time"), statement(id)[:pushed].map { |one| one[:amount] }]).to eq([[], ["33.00"]])
    push.call("pull")
    push.call("split", parts: 2)
    expect(lines(id, "one_time")).to eq([["Lost strap", "-16.50"]])
    push.call("unite")
    expect(part.map { |row| row[:amount] }).to eq([99])
    expect(lines(id, "one_time")).to eq([["Lost strap", "-99.00"]])
    once(kind: "earning", label: "Safety bonus", amount: "100.00", driver_ids: [])
    expect(lines(id, "earnings")).to include(["Safety bonus", "100.00"])
    push.call("withdraw")
    expect(lines(id, "one_time")).to eq([])
    lock(id)
    expect(push.call("withdraw", part("Safety bonus").first[:id])[:error]).to include(code: "locked")
    expect(once(amount: "0.02", parts: 3)[:error]).to include(code: "too_many_parts")
  end

  it "pays an advance back exactly once, also where a part is pushed, and keeps to the company's limit" do
    (0..3).each { |weeks| earned(weeks:) }
    give = ->(**more) do
      clerk.call(
        :post,
        "/api/advances",
        {
          key: "give #{more} #{rand}",
          driver_id:,
          label: "Repair",
          principal: "100.00",
          fee_percent: "3",
          installments: 3,
          from_on: "2026-11-22",
          **more
        }
      )
    end
    expect(give.call[:advances]).to match([include(label: "Repair", taken: 0)])
    expect(give.call(principal: "1900.00")[:error]).to include(code: "over_limit", path: "/principal")
    expect(balance("advances")).to eq(-103)
    taken =
      (0..3).map do |weeks|
        id = open_run(weeks)
        if weeks == 1
          clerk.call(
            :post,
            "/api/advances/#{DB[:advances].get(:id)}/push",
            { key: "push it once", statement_id: statement(id)[:id], pushed: true }
          )
        end
        lock(id)
        lines(id, "advances")
      end
    expect(taken).to eq([[%w[Repair -34.34]], [], [%w[Repair -34.33]], [%w[Repair -34.33]]])
    expect(balance("advances")).to eq(0)
    expect(described_class::ProveBooks.call).to eq([])
  end

  it "carries what is short, and what is below nothing, to the next statement, once" do
    earned
    earned(weeks: 1)
    first = open_run
    gross = BigDecimal(statement(first)[:gross])
    once(amount: format("%.2f", gross + 40))
    lock(first)
    expect(statement(first)).to include(
      net: "0.00",
      short: [{ label: "Lost strap", amount: "40.00", carried: true }]
    )
    second = open_run(1)
    expect(lines(second, "one_time")).to eq([["Lost strap", "-40.00"]])
    once(
      kind: "earning",
      label: "Paid twice last month",
      amount: format("-%.2f", gross * 3),
      due_on: "2026-11-29"
    )
    lock(second)
    below = BigDecimal(statement(second)[:net])
    expect([below.negative?, balance("carried_forward")]).to eq([true, below])
    earned(weeks: 2)
    third = open_run(2)
    expect(lines(third, "advances")).to eq(
      [["Carried in", Money.text(Money.cents([below, -BigDecimal(statement(third)[:gross])].max))]]
    )
    lock(third)
    expect(described_class::ProveBooks.call).to eq([])
  end

  it "holds a court's orders to the law, support first" do
    earned
    id = open_run
    keep = ->(**more) do
      clerk.call(
        :post,
        "/api/garnishments",
        {
          key: "keep order #{more.hash}",
          driver_id:,
          kind: "ordinary",
          label: "Order 1",
          amount: "900.00",
          from_on: "2026-11-01",
          **more
        }
      )
    end
    keep.call
    keep.call(kind: "support", label: "Support", amount: "30.00")
    expect(keep.call(kind: "ordinary", limit_percent: "60")[:error]).to include(
      code: "limit_of_ordinary",
      path: "/limit_percent"
    )
    expect(keep.call(kind: "support", limit_percent: "66")[:error]).to include(code: "limit_too_high")
    give_taxes = -> do
      clerk.call(
        :put,
        "/api/pay-runs/#{id}/taxes",
        { key: "taxes #{rand}", rows: [{ driver_id:, amount: "0.00" }] }
      )
    end
    expect(lines(id, "garnishments")).to eq([])
    give_taxes.call
    gross = BigDecimal(statement(id)[:gross])
    # 15 U.S.C. 1673(a): a quarter, or what is over 217.50, less what support took
    limit = [gross / 4, [gross - BigDecimal("217.50"), 0].max].min.truncate(2)
    expect(lines(id, "garnishments")).to eq(
      [%w[Support -30.00], *([["Order 1", Money.text(-Money.cents(limit - 30))]] if limit > 30)]
    )
    alone_up_to(dollars: 1000)
    once(kind: "earning", label: "Bonus", amount: format("%.2f", 1000 - gross))
    # Of 1,000.00 a quarter, 250.00, less the 30.00 of support; fact sheet 30 of the Department of Labor, from
    # memory: at 290.00 and more a week it is a quarter
    expect(lines(id, "garnishments")).to eq([%w[Support -30.00], ["Order 1", "-220.00"]])
    # the taxes were given for other earnings
    clerk.call(:post, "/api/pay-runs/#{id}/approve", { key: "before the taxes", total_net: run(id)[:net] })
    expect(clerk.error).to include(code: "taxes_missing", message: a_string_starting_with("Wade Ferris:"))
    give_taxes.call
    expect(lock(id)).to eq(id)
  end

  it "locks, opens again with a reason, pays, and never changes what is paid; the books stand at every " \
       "step" do
    earned
    id = open_run
    act = ->(what, **more) do
      who = what == "pay" ? api(greta) : clerk
      who.call(:post, "/api/pay-runs/#{id}/#{what}", { key: "#{what} #{more} #{rand}", **more })
    end
    expect(act.call("pay")[:error]).to include(code: "not_locked")
    lock(id)
    net = BigDecimal(statement(id)[:net])
    expect([balance("net_payable"), balance("earnings")]).to eq([net, -BigDecimal(statement(id)[:gross])])
    expect { DB.transaction(savepoint: true) { DB[:ledger_entries].update(amount: 1) } }.to raise_error(
      Sequel::DatabaseError,
      /only added to/
    )
    expect(act.call("reopen", why: "   ")[:error]).to include(code: "reason_missing", path: "/why")
    expect(act.call("reopen", why: "Detention was agreed late")).to include(
      status: "draft",
      reopened: "Inez Calloway: Detention was agreed late"
    )
    expect([balance("net_payable"), described_class::ProveBooks.call]).to eq([0, []])
    once(kind: "earning", label: "Detention agreed", amount: "50.00")
    lock(id)
    expect(act.call("pay")).to include(status: "paid", paid_by: "Greta Lindqvist")
    expect([balance("net_payable"), balance("bank")]).to eq([0, net + 50])
    expect(act.call("reopen", why: "again")[:error]).to include(code: "paid")
    expect(act.call("pay")[:error]).to include(code: "paid")
    expect do
      DB.transaction(savepoint: true) do
        DB[:pay_runs].where(id:).update(status: "draft", reopened_why: "x", reopened_at: now + 1)
      end
    end.to raise_error(Sequel::DatabaseError, /locked/)
    later = open_run(1)
    once(kind: "earning", label: "Correction", amount: "5.00", due_on: "2026-11-29")
    expect(lines(later, "earnings")).to eq([%w[Correction 5.00]])
    lock(later)
    expect(described_class::ProveBooks.call).to eq([])
  end

  it "finds an error in the books, whatever it is" do
    earned
    lock(open_run)
    expect(described_class::ProveBooks.call).to eq([])
    expect do
      DB.transaction(savepoint: true) do
        DB[:ledger_entries].insert(
          transaction_id: DB[:ledger_transactions].get(:id),
          driver_id:,
          account: "deductions",
          label: "x",
          amount: -1
        ) && DB.run("SET CONSTRAINTS ALL IMMEDIATE")
      end
    end.to raise_error(Sequel::DatabaseError, /does not add up/)
    DB.run("SET session_replication_role = replica")
    DB[:ledger_entries].where(account: "net_payable").update(amount: Sequel[:amount] + 1)
    DB.run("SET session_replication_role = origin")
    expect(
      described_class::ProveBooks.call.map { |one| one[/does not add up|and its posting|payable/] }
    ).to contain_exactly("does not add up", "and its posting", "payable")
  end

  it "holds every line of a locked statement against its posting, though the whole adds up" do
    earned
    id = open_run
    2.times { |i| once(label: "Strap #{i}", amount: "5.00") }
    lock(id)
    DB.run("SET session_replication_role = replica")
    [1, -1].each_with_index do |dollars, i|
      DB[:ledger_entries].where(label: "Strap #{i}").update(amount: Sequel[:amount] + dollars)
    end
    DB.run("SET session_replication_role = origin")
    expect(described_class::ProveBooks.call).to contain_exactly(
      "Strap 0 of statement #{statement(id)[:id]} reads -5.0, and its posting -6.0.",
      "Strap 1 of statement #{statement(id)[:id]} reads -5.0, and its posting -4.0."
    )
  end

  it "lets items wait for papers, for a clerk, or for a reason that is told; what is unusual does not " \
       "pass by rule" do
    trip_id = earned
    id = open_run
    item = DB[:trip_earnings].get(:id)
    act = ->(what, **more) do
      clerk.call(
        :post,
        "/api/pay-runs/#{id}/items",
        { key: "#{what} #{rand}", ids: [item], act: what, **more }
      )
    end
    expect(act.call("hold")[:error]).to include(code: "reason_missing", path: "/why")
    expect(act.call("hold", why: "Miles are disputed")).to include(
      rows: [],
      held: [include(reason: "held", why: "Miles are disputed")]
    )
    expect(act.call("release")[:rows].length).to eq(1)
    DB[:trip_earnings].update(dwell_minutes: Sequel.pg_array([600, 60], :integer))
    described_class::BuildRun.call(id)
    expect(run(id)).to include(
      rows: [],
      held: [include(reason: "to_approve", unusual: ["10 h at one stop."])]
    )
    expect(act.call("approve")).to include(
      rows: [include(trips: 1)],
      unusual: [include(unusual: ["10 h at one stop."])]
    )
    expect(clerk.call(:get, "/api/pay-runs/#{id}/items")).to match(
      [
        include(
          trip: DB[:trips].where(id: trip_id).get(:number),
          approved_by: "Inez Calloway",
          terminal: "Boise"
        )
      ]
    )
    clerk.call(:put, "/api/pay-settings", { approve_by_rule: false })
    act.call("release")
    DB[:trip_earnings].update(dwell_minutes: Sequel.pg_array([60, 60], :integer))
    described_class::BuildRun.call(id)
    expect(run(id)[:held]).to match([include(reason: "to_approve", unusual: [])])
  end

  it "pays by percent, by the hour, by the load and by the ton, with what the trip has brought" do
    earned
    plan = ->(**more) do
      DB[:pay_plans].where(driver_id:).update(**more) &&
        described_class::BuildRun.call(DB[:pay_runs].get(:id))
    end
    id = open_run
    load = DB[:loads].first
    put = ->(**more) do
      api(inez).call(
        :post,
        "/api/drivers/#{driver_id}/pay-plans",
        { key: "plan #{more.hash}", in_force_from: now.to_date.iso8601, **more }
      )
    end
    expect(put.call(basis: "percent")[:error]).to include(code: "rate_missing", path: "/percent")
    expect(put.call(basis: "percent", percent: "25", percent_of_fuel: true)[:plans].first).to include(
      basis: "percent",
      percent: "25.00"
    )
    # A rate that is new in the period is looked at first; this one has long been so.
    DB[:pay_plans].where(basis: "percent").update(in_force_from: Date.new(2000, 1, 2))
    DB[:trip_earnings].update(pay_plan_id: DB[:pay_plans].where(basis: "percent").get(:id))
    DB[:pay_plans].exclude(basis: "percent").delete
    plan.call(percent: 25)
    expect(lines(id, "earnings")).to eq(
      [
        ["Line haul", Money.text(Money.cents(load[:line_haul] / 4))],
        ["Fuel surcharge", Money.text(Money.cents(load[:fuel_surcharge] / 4))]
      ]
    )
    plan.call(basis: "per_load", per_load: 150)
    expect(lines(id, "earnings")).to eq([%w[Load 150.00]])
    plan.call(basis: "per_ton", per_ton: "8.5")
    expect(lines(id, "earnings")).to eq(
      [["Tons", Money.text(Money.cents(DB[:freight_lines].sum(:weight_lb).to_d / 2000 * BigDecimal("8.5")))]]
    )
    DB[:trip_earnings].update(hours: "6.25")
    plan.call(basis: "hourly", hourly_rate: 30)
    expect(lines(id, "earnings")).to eq([%w[Hours 187.50]])
  end

  it "writes the deposit file of the ACH network: prenotes first, then money, its control totals right" do
    earned
    DB[:pay_settings].delete
    clerk.call(
      :put,
      "/api/pay-settings",
      { bank_name: "First Bank", bank_routing: "123103729", bank_company_id: "1820000001" }
    )
    bank = ->(routing) do
      clerk.call(
        :post,
        "/api/drivers/#{driver_id}/bank-account",
        { key: "bank #{routing}", routing:, account: "0012345678", kind: "savings" }
      )
    end
    expect(bank.call("123103728")[:error]).to include(code: "wrong_check_digit", path: "/routing")
    bank.call("123103716")
    let_all_be_made(by: greta)
    expect(clerk.call(:get, "/api/drivers/#{driver_id}/pay")[:bank]).to include(
      account: "ends in 5678",
      prenote_on: nil
    )
    payer = api(greta)
    id = open_run
    expect(clerk.call(:get, "/api/pay-runs/#{id}/deposit")[:error]).to include(code: "not_locked")
    lock(id)
    expect(payer.call(:post, "/api/pay-runs/#{id}/deposit", { key: "the first file" })).to include(
      paid: 0,
      prenotes: 1,
      total: "0.00"
    )
    expect(payer.call(:post, "/api/pay-runs/#{id}/deposit", { key: "the second file" })).to include(
      paid: 0,
      prenotes: 1
    ) # the first may have been lost on the way
    # Three banking days over Thanksgiving: from Monday the 23rd to Friday the 27th, told on Wednesday the
    # 25th
    DB[:bank_accounts].update(prenote_on: now.to_date)
    paid = ->(day) { Papers::DepositFile.new(id, now: Time.utc(2026, 11, day, 15)).to_h[:paid] }
    expect([24, 25].map(&paid)).to eq([0, 1])
    expect(
      Papers::DepositFile.new(id, now: Time.utc(2026, 11, 25, 15)).to_h[:file][/^5.{68}(.{6})/, 1]
    ).to eq("261127")
    DB[:bank_accounts].update(prenote_on: now.to_date - 7)
    made = payer.call(:post, "/api/pay-runs/#{id}/deposit", { key: "the third file" })
    net = Money.cents(BigDecimal(statement(id)[:net]))
    expect(made).to include(paid: 1, total: statement(id)[:net])
    # Field by field, as the published record formats have them.
    records = made[:file].lines.map(&:chomp)
    expect(records.map(&:length).uniq).to eq([94])
    expect([records.length % 10, records.map { |record| record[0] }.join]).to eq([0, "15689#{"9" * 5}"])
    entry, batch, file = records.values_at(2, 3, 4)
    expect([entry[1, 2], entry[3, 9], entry[12, 17].strip, entry[29, 10].to_i, entry[54, 22].strip]).to eq(
      ["32", "123103716", "0012345678", net, "WADE FERRIS"]
    )
    expect([batch[1, 3], batch[4, 6].to_i, batch[10, 10].to_i, batch[20, 12].to_i, batch[32, 12].to_i]).to eq(
      ["220", 1, 12_310_371, 0, net]
    )
    expect([file[1, 6].to_i, file[7, 6].to_i, file[13, 8].to_i, file[21, 10].to_i, file[43, 12].to_i]).to eq(
      [1, 1, 1, 12_310_371, net]
    )
  end

  it "has the register as text and as a sheet, and every line for a payroll office; all add up" do
    earned
    once(kind: "reimbursement", label: "=SUM(A1)", amount: "12.00")
    id = open_run
    register = CSV.parse(clerk.call(:get, "/api/pay-runs/#{id}/register.csv"), headers: true)
    expect(
      register.map do |row|
        [
          row["Driver"],
          BigDecimal(row["Gross"]) + BigDecimal(row["Reimbursements"]) - BigDecimal(row["Deductions"]) -
            BigDecimal(row["Net"])
        ]
      end
    ).to eq([["Wade Ferris", 0]])
    exported = CSV.parse(clerk.call(:get, "/api/pay-runs/#{id}/lines.csv"), headers: true)
    expect(
      [exported.sum { |row| BigDecimal(row["amount"]) }, exported.map { |row| row["label"] }.last]
    ).to eq([BigDecimal(statement(id)[:net]), "'=SUM(A1)"])
    names = []
    Zip::InputStream.open(StringIO.new(clerk.call(:get, "/api/pay-runs/#{id}/register.xlsx"))) do |zip|
      while (one = zip.get_next_entry)
        names << one.name
      end
    end
    expect(names).to include("xl/workbook.xml", "xl/worksheets/sheet1.xml")
    expect(
      PDF::Reader.new(StringIO.new(Papers::Statement.all([statement(id)]))).pages.map(&:text).join
    ).to include("Wade Ferris", statement(id)[:net])
    DB[:drivers].update(email: "wade@juniperfork.example")
    lock(id)
    clerk.call(:post, "/api/pay-runs/#{id}/mail", { key: "mail them all" })
    expect(DB[:mails].first).to include(
      to: "wade@juniperfork.example",
      body: a_string_including("Net #{statement(id)[:net]}")
    )
  end

  it "answers a driver who asks about a line" do
    earned
    id = open_run
    described_class::AskAboutLine.call(
      statement(id)[:id],
      { line: "Loaded miles, 208.94", body: "It was farther" },
      driver:,
      now:
    )
    expect(run(id)[:questions]).to match(
      [include(driver: "Wade Ferris", line: "Loaded miles, 208.94", answer: nil)]
    )
    clerk.call(
      :post,
      "/api/pay-questions/#{DB[:pay_questions].get(:id)}/answer",
      { key: "answer him now", answer: "By the shortest legal way" }
    )
    expect(statement(id)[:questions]).to match(
      [include(answer: "By the shortest legal way", answered_by: "Inez Calloway")]
    )
  end

  it "comes to the same whatever the order in which items are approved" do
    clerk.call(:put, "/api/pay-settings", { approve_by_rule: false })
    2.times do |i|
      earned(["Wade Ferris", "Nora Brandvold"][i], tractor: "T-10#{i + 1}", trailer: "V-20#{i + 1}")
    end
    earned(weeks: 1)
    id = open_run(1)
    items = DB[:trip_earnings].select_map(:id)
    nets =
      items.permutation.map do |order|
        order.each do |one|
          clerk.call(
            :post,
            "/api/pay-runs/#{id}/items",
            { key: "approve #{one} #{rand}", ids: [one], act: "approve" }
          )
        end
        net = run(id)[:rows].map { |row| row.slice(:trips, :net) }
        clerk.call(:post, "/api/pay-runs/#{id}/items", { key: "release #{rand}", ids: items, act: "release" })
        net
      end
    expect([nets.uniq.length, nets.first.sum { |row| row[:trips] }, run(id)[:rows]]).to eq([1, 3, []])
  end

  # Periods made up at random: whatever is given, taken, pushed, split and opened again, the books stand, and
  # no cent is lost.
  it "keeps its books through generated periods" do
    random = Random.new(49_376)
    names = ["Wade Ferris", "Nora Brandvold"]
    clerk.call(:post, "/api/deductions", deduction(label: "Insurance", amount: "120.00", if_short: "carry"))
    clerk.call(
      :post,
      "/api/deductions",
      deduction(
        label: "Escrow",
        basis: "percent_of_gross",
        amount: "30",
        goal: "150",
        escrow: true,
        priority: 1
      )
    )
    6.times do |weeks|
      names.each_with_index do |name, i|
        earned(name, weeks:, tractor: "T-10#{i + 1}", trailer: "V-20#{i + 1}") if random.rand < 0.7
      end
      from = (week[:from] + (7 * weeks)).iso8601
      random
        .rand(0..2)
        .times do
          once(
            driver_ids: [driver_id(names.sample(random:))],
            kind: %w[deduction earning reimbursement].sample(random:),
            label: "Item #{random.rand(9999)}",
            amount: format("%.2f", random.rand(1.0..300.0)),
            parts: random.rand(1..3),
            due_on: from
          )
        end
      if random.rand < 0.5
        clerk.call(
          :post,
          "/api/advances",
          {
            key: "advance #{weeks}",
            driver_id: driver_id(names.sample(random:)),
            label: "Advance #{weeks}",
            principal: format("%.2f", random.rand(20.0..150.0)),
            installments: random.rand(1..3),
            from_on: from
          }
        )
      end
      id = open_run(weeks)
      DB[:pay_item_parts]
        .join(:statements, id: :statement_id)
        .where(pay_run_id: id)
        .select_map(Sequel[:pay_item_parts][:id])
        .each do |part_id|
          if random.rand < 0.2
            clerk.call(:post, "/api/one-time/#{part_id}/push", { key: "push #{part_id} #{weeks}" })
          end
        end
      before = run(id)[:rows].map { |row| row[:net] }
      described_class::BuildRun.call(id)
      expect(run(id)[:rows].map { |row| row[:net] }).to eq(before) # again, and nothing moves
      next if run(id)[:rows].empty?

      lock(id)
      if random.rand < 0.4
        described_class::ApprovePayRun.reopen(id, { why: "Looked again" }, by: inez, now:)
        expect(run(id)[:rows].map { |row| row[:net] }).to eq(before)
        lock(id)
      end
      described_class::ApprovePayRun.pay(id, {}, by: greta, now:)
      expect(described_class::ProveBooks.call).to eq([])
    end
    expect(DB[:ledger_entries].sum(:amount)).to eq(0)
    expect(
      DB[:ledger_entries]
        .where(account: "escrow")
        .group(:driver_id)
        .select_map(Sequel.function(:sum, :amount))
    ).to all(be_between(0, 150))
    expect(DB[:statement_lines].where(section: "advances").exclude(label: "Carried in").sum(:amount)).to be >=
      -DB[:advances].sum(:principal)
  end
end
