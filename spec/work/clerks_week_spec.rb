# frozen_string_literal: true

require "app_helper"
require "pdf-reader"

# A draft rests on trips, rates, units, deductions and orders: it is always what they make of it, and what stops a
# line stops no more than that line.
RSpec.describe "The clerk's week" do
  include Given

  before { Clock.hold(now) }
  after { Clock.hold(nil) }

  let(:clerk) { api(inez) }
  let(:week) { { from: Date.new(2026, 11, 22), to: Date.new(2026, 11, 28) } }

  def open_run(weeks = 0) =
    Work::Pay::OpenPayRun.call(week.transform_values { |date| date + (7 * weeks) }, by: inez, now:)
  def run(id) = Web::Pay::RunJson.of(id, now)
  def statement(run_id, name = "Wade Ferris") =
    Papers::StatementText.of(DB[:statements].where(pay_run_id: run_id, driver_id: driver_id(name)).get(:id))
  def lines(run_id, *sections) =
    statement(run_id)[:lines]
      .select { |line| sections.empty? || sections.include?(line[:section]) }
      .map { |line| line.values_at(:label, :amount) }
  def lock(id) = Work::Pay::ApprovePayRun.call(id, { total_net: run(id)[:net] }, by: inez, now:)

  def earned(name = "Wade Ferris", weeks: 0, dwell_minutes: [60, 60], **units)
    at = now + (weeks * 7 * 24 * Given::HOUR)
    units = { tractor: "T-101", trailer: "V-201" }.merge(units)
    load_id, trip_id = sent(crew(**units).merge(driver_ids: [driver_id(name)]), at:, hours: 8)
    deliver(trip_id, begins: at, by: driver(name), dwell_minutes:)
    keep_photo(trip_id, by: driver(name))
    [load_id, trip_id]
  end

  def put(table, id, **change)
    client = api(account("administrator", "Greta #{change.hash}"))
    row = client.call(:get, "/api/#{table}/#{id}")
    client.call(
      :put,
      "/api/#{table}/#{id}",
      row.slice(*required(table)).merge(change, version: row[:version])
    )
    expect(client.status).to eq(200), client.error.to_s
  end

  def required(table) =
    if table == "units"
      %i[number kind trailer_kind]
    else
      %i[number name phone terminal_id]
    end

  # What only the clerk writes.
  def fee(id, amount) =
    by_clerk(
      :put,
      "/api/units/#{id}/pay",
      { version: DB[:units].where(id:).get(:version), fee: amount, rent_daily: nil }
    )

  def rate(id, amount) =
    by_clerk(
      :post,
      "/api/drivers/#{id}/pay-plans",
      { key: "another rate", in_force_from: "2026-11-01", basis: "per_mile", loaded_mile_rate: amount }
    )

  def by_clerk(...)
    client = api(inez)
    client.call(...)
    expect(client.status).to eq(200), client.error.to_s
  end

  def leased(number, **more) =
    add(:units, number:, kind: "tractor", leased: true, operator_id: driver_id, **more)

  def lease_deduction = Work::Pay::KeepDeduction.keep(nil, lease, by: inez, now:)
  def lease(**more) =
    {
      key: "lease #{more.hash}",
      label: "Lease",
      basis: "per_unit",
      amount: nil,
      tag: "leased_tractor",
      everyone: true,
      from_on: Date.new(2026, 11, 1),
      **more
    }

  # What the draft is, and what building it anew makes of it.
  def said(id) =
    DB[:statement_lines]
      .join(:statements, id: :statement_id)
      .where(pay_run_id: id)
      .order(:driver_id, :position)
      .select_map([:driver_id, :label, Sequel[:statement_lines][:amount]])

  {
    "a unit of his that comes" => ->(one) { one.leased("T-900", fee: "40.00") },
    "another fee of a unit" => ->(one) { one.fee(one.unit, "61.00") },
    "a unit that goes to somebody else" => ->(one) { one.put("units", one.unit, operator_id: one.other) },
    "a unit that nobody operates any more" => ->(one) { one.put("units", one.unit, operator_id: nil) },
    "a unit that is leased no more" => ->(one) { one.put("units", one.unit, leased: false) },
    "a unit that is out of service" => ->(one) { one.put("units", one.unit, active_to: "2026-11-01") },
    "a unit that is retired" => ->(one) { one.put("units", one.unit, retired: true) },
    "another rate" => ->(one) { one.rate(one.driver_id, "0.71") },
    "miles that are agreed" => lambda(&:agree_miles),
    "a paper that comes in" => lambda(&:second_paper)
  }.each do |what, change|
    it "has a draft follow #{what}, at once" do
      @load_id, = earned
      @late_trip = sent(crew("Nora Brandvold", tractor: "T-102", trailer: "V-202"), at: now, hours: 8).last
      deliver(@late_trip, by: driver("Nora Brandvold"))
      lease_deduction
      unit
      id = open_run
      before = said(id)
      change.call(self)
      follow_trips
      after = said(id)
      Work::Pay::BuildRun.call(id)
      expect([after, after == before]).to eq([said(id), false])
    end
  end

  def unit = @unit ||= leased("T-901", fee: "50.00")
  def other = driver_id("Nora Brandvold")
  def second_paper = keep_photo(@late_trip, by: driver("Nora Brandvold"), key: "late paper")

  def agree_miles
    DB[:pay_plans].where(driver_id:).update(miles_by: "agreed")
    clerk.call(:put, "/api/loads/#{@load_id}/agreed-miles", { key: "agree on miles", miles: "300.0" })
    expect(clerk.status).to eq(200), clerk.error.to_s
  end

  it "shows at the second look what moved between looking and approving, and approves that" do
    earned
    id = open_run
    seen = run(id)[:net]
    lease_deduction
    DB[:units].insert(number: "T-950", kind: "tractor", leased: true, fee: 45, operator_id: driver_id) # past every act
    clerk.call(:post, "/api/pay-runs/#{id}/approve", { key: "as it was seen", total_net: seen })
    expect(clerk.error).to include(code: "figures_moved")
    again = run(id)[:net]
    expect(Money.parse_cents(seen) - Money.parse_cents(again)).to eq(4_500)
    expect(
      clerk.call(:post, "/api/pay-runs/#{id}/approve", { key: "as it is", total_net: again })
    ).to include(status: "approved")
  end

  it "says where no tax was withheld, to the clerk and the driver, and takes it typed or from a file" do
    earned
    id = open_run
    expect([run(id)[:rows].first.slice(:taxes, :taxes_wanted), statement(id)[:no_tax]]).to eq(
      [{ taxes: nil, taxes_wanted: false }, true]
    )
    paper = -> { PDF::Reader.new(StringIO.new(Papers::Statement.new(statement(id)).render)).pages.first.text }
    expect(paper.call).to include("No tax is withheld on this statement.")
    number = DB[:drivers].where(id: driver_id).get(:number)
    file = ->(csv) { clerk.call(:post, "/api/pay-runs/#{id}/taxes-file?key=taxes-#{csv.hash}", raw: csv) }
    {
      "number,tax\n1,2\n" => "missing_column",
      "number,taxes\n#{"1,2\n" * 250_001}" => "too_large",
      "number,taxes\n9999,12.00\n#{number},a lot\n" => "wrong_rows",
      "number,taxes\n#{number},99999\n" => "more_than_gross"
    }.each { |csv, code| expect(file.call(csv)[:error]).to include(code:) }
    expect(file.call("\uFEFFNumber,Taxes\n#{number},\"$41.50\"\n")[:rows].first).to include(taxes: "41.50")
    expect([lines(id, "taxes"), statement(id)[:no_tax]]).to eq([[%w[Taxes -41.50]], false])
    expect(paper.call).not_to include("No tax")
    clerk.call(:put, "/api/pay-runs/#{id}/taxes", { key: "taken back", rows: [{ driver_id:, amount: nil }] })
    expect(lines(id, "taxes")).to eq([])
    clerk.call(
      :put,
      "/api/pay-runs/#{id}/taxes",
      { key: "of nobody", rows: [{ driver_id: other, amount: "1" }] }
    )
    expect(clerk.error).to include(code: "not_on_run", path: "/rows/0")
  end

  describe "a wait whose detention is not settled" do
    before { DB[:pay_plans].update(detention_hourly: 20) }

    def claim_id = DB[:detention_claims].get(:id)
    def settle(**more) =
      Work::Tracking::Detain.settle(claim_id, { key: "settle #{more}", **more }, by: maren, now:)

    it "holds its own line, and is paid with the trip when it is settled in time" do
      earned(dwell_minutes: [240, 60])
      id = open_run
      expect(run(id)[:held]).to match([include(reason: "detention_open", amount: "40.00", why: /at Boise/)])
      expect(lines(id, "earnings").map(&:first)).to include("Loaded miles")
      expect(lines(id, "earnings").map(&:first)).not_to include("Detention")
      settle
      expect(lines(id, "earnings")).to include(%w[Detention 40.00])
      expect(run(id)[:held]).to eq([])
    end

    it "is paid on the next statement when it is settled later, once" do
      earned(dwell_minutes: [240, 60])
      id = open_run
      lock(id)
      following = open_run(1)
      2.times { settle(drop: true, why: "They are good customers") }
      expect(lines(following, "earnings")).to match([[a_string_starting_with("Detention, T"), "40.00"]])
      Work::Pay::LateDetention.call(DB[:trip_earnings].get(:trip_id), by: maren, now:)
      expect(DB[:pay_items].count).to eq(1)
      expect(lines(id, "earnings").map(&:first)).not_to include("Detention")
    end

    it "is paid at once where the clerk approves it all the same" do
      earned(dwell_minutes: [240, 60])
      id = open_run
      ids = run(id)[:held].map { |one| one[:id] }
      clerk.call(:post, "/api/pay-runs/#{id}/items", { key: "pay the wait", ids:, act: "approve" })
      expect([lines(id, "earnings").last, run(id)[:held]]).to eq([%w[Detention 40.00], []])
    end
  end

  it "approves what it can of many, and says what it cannot and why" do
    earned
    bare = sent(crew("Nora Brandvold", tractor: "T-102", trailer: "V-202"), at: now, hours: 8).last
    deliver(bare, by: driver("Nora Brandvold"))
    follow_trips
    id = open_run
    approve = ->(ids) do
      clerk.call(:post, "/api/pay-runs/#{id}/items", { key: "approve #{ids}", ids:, act: "approve" })
    end
    without = DB[:trip_earnings].where(trip_id: bare).get(:id)
    expect(approve.call([without])[:error]).to include(
      code: "cannot_be_approved",
      message: a_string_including("Nora Brandvold: no bill of lading or proof of delivery is in.")
    )
    expect(approve.call(DB[:trip_earnings].select_order_map(:id))[:left]).to match([/Nora Brandvold/])
    expect(DB[:trip_earnings].exclude(approved_at: nil).select_map(:driver_id)).to eq([driver_id])
  end

  it "puts right what is given once until it is locked, and keeps its history" do
    earned
    id = open_run
    give = {
      key: "give a bonus",
      driver_ids: [driver_id],
      kind: "earning",
      label: "Bonus",
      amount: "100.00",
      parts: 3
    }
    clerk.call(:post, "/api/one-time", { **give, due_on: "2026-11-22" })
    item = clerk.call(:get, "/api/one-time").first
    expect(item).to include(label: "Bonus", amount: "100.00", parts: 3, locked_parts: 0, due_on: "2026-11-22")
    put = ->(**more) do
      clerk.call(
        :put,
        "/api/one-time/#{item[:id]}",
        { key: "put right #{more}", version: item[:version], label: "Safety bonus", amount: "150.01", **more }
      )
    end
    expect(put.call(amount: "0.02")[:error]).to include(code: "nothing", path: "/amount")
    expect(put.call[:rows].first).to include(label: "Safety bonus", amount: "150.01", version: 1)
    expect(lines(id, "earnings")).to include(["Safety bonus", "50.01"])
    expect(put.call(label: "On the old version")[:error]).to include(code: "stale")
    item = clerk.call(:get, "/api/one-time").first
    expect(clerk.call(:get, "/api/audit?kind=item&id=#{item[:id]}").to_s).to include("change_one_time")
    lock(id)
    expect(put.call(version: 1, label: "Too late")[:error]).to include(code: "locked")
    expect(clerk.call(:get, "/api/one-time").first).to include(locked_parts: 1)
  end

  describe "what a rule would do" do
    def look(**more) = clerk.call(:post, "/api/deductions/preview", lease(**more))
    def flat = { label: "Insurance", basis: "flat", tag: nil, amount: "31.25" }

    it "is told of everybody it is for: by the draft, by a usual week, and who has earned nothing yet" do
      earned("Nora Brandvold", tractor: "T-102", trailer: "V-202")
      lock(open_run)
      earned(weeks: 1)
      open_run(1)
      driver_id("Una Blank")
      looked = look(**flat)
      expect(looked[:rows].map { |row| row.values_at(:driver, :by, :week_from) }).to eq(
        [
          ["Nora Brandvold", "usual_week", "2026-11-22"],
          ["Una Blank", "nothing_yet", nil],
          ["Wade Ferris", "draft", nil]
        ]
      )
      nora = looked[:rows].first
      expect(Money.parse_cents(nora[:old]) - Money.parse_cents(nora[:new])).to eq(3_125)
      DB[:pay_settings].update(second_person_drivers: 2)
      expect(look(**flat)[:second_person]).to be(true)
      DB[:pay_settings].update(second_person_drivers: 3)
      expect(look(**flat)[:second_person]).to be(false)
    end

    it "says so where it is for nobody" do
      earned
      open_run
      expect(look[:nobody]).to eq("No unit is like that and has an operator: it would be taken from nobody.")
      unit
      expect(look).to include(nobody: nil, rows: [include(driver: "Wade Ferris")])
      expect(look(**flat, everyone: false, drivers: [])[:nobody]).to include("for no driver")
    end
  end

  it "warns of what is under way in a period that has not ended" do
    earned
    id = open_run
    sent(crew("Nora Brandvold", tractor: "T-102", trailer: "V-202"), at: now + Given::HOUR)
    expect(run(id)[:not_over][:under_way]).to match([include(driver: "Nora Brandvold", status: "sent")])
    expect(Web::Pay::RunJson.of(id, now + (6 * 86_400))[:not_over]).to be_nil
  end
end
