# frozen_string_literal: true

require "app_helper"

# Pay is the settlement clerk's: an insider with another role neither sets nor reads it. OWASP ASVS 4.0.3, chapter 4.
RSpec.describe "Pay" do
  include Given

  let(:dispatcher) { api(maren) }
  let(:safety) { api(account(%w[safety], "Orrin Pike")) }
  let(:clerk) { api(inez) }
  let(:administrator) { api(account(%w[administrator], "Ada Moe")) }
  let(:insiders) { [dispatcher, safety, api(account(%w[permit_clerk], "Tobias Reyes"))] }
  let(:money) { /0\.58|0\.50|20\.00|25\.00|loaded_mile|minimum|rent_daily|detention_hourly/ }

  def plan_of(id) = DB[:pay_plans].where(driver_id: id).order(:in_force_from).last

  it "is raised by nobody through the records of Fleet" do
    id = driver_id
    before = plan_of(id)
    driver = dispatcher.call(:get, "/api/drivers/#{id}")
    fields = driver.slice(:name, :number, :phone, :terminal_id, :version)
    dispatcher.call(:put, "/api/drivers/#{id}", { **fields, period_minimum: "5000.00" })
    expect([dispatcher.status, dispatcher.error.values_at(:code, :path)]).to eq(
      [422, %w[unknown_key /period_minimum]]
    )
    dispatcher.call(:put, "/api/drivers/#{id}", { **fields, phone: "208-555-0199" })
    expect([dispatcher.status, plan_of(id)]).to eq([200, before])

    unit = unit_id("T-9")
    row = safety.call(:get, "/api/units/#{unit}")
    safety.call(:put, "/api/units/#{unit}", { **row.slice(:number, :kind, :version), rent_daily: "500.00" })
    expect(safety.error.values_at(:code, :path)).to eq(%w[unknown_key /rent_daily])
  end

  it "is read by who pays alone: not in the records, their lists, sheets or trail" do
    id = driver_id
    DB[:units].where(id: unit_id("T-9")).update(fee: 12, rent_daily: 90)
    clerk.call(
      :post,
      "/api/drivers/#{id}/pay-plans",
      {
        key: "a better rate",
        in_force_from: now.to_date.iso8601,
        basis: "per_mile",
        loaded_mile_rate: "0.777",
        empty_mile_rate: "0.50",
        stops_included: 2
      }
    )
    expect(clerk.status).to eq(200)
    insiders.each do |insider|
      pages = %W[/api/drivers /api/drivers/#{id} /api/units/#{unit_id("T-9")} /api/audit?kind=driver&id=#{id}]
      expect(pages.map { |page| JSON.generate(insider.call(:get, page)) }.grep(/#{money}|0\.777/)).to eq([])
      ["/api/drivers/#{id}/pay", "/api/units/#{unit_id("T-9")}/pay", "/api/pay-settings"].each do |page|
        insider.call(:get, page)
        expect([insider.status, page]).to eq([403, page])
      end
    end
    expect(dispatcher.call(:get, "/api/exports/drivers")).not_to match(money)
    expect(dispatcher.call(:get, "/api/exports/units")).not_to match(/rent_daily|fee/)
    expect(administrator.call(:get, "/api/exports/drivers")).to include("loaded_mile_rate", "0.777")
    trail = clerk.call(:get, "/api/audit?kind=driver&id=#{id}")
    expect(JSON.generate(trail)).to include("0.777")
    expect(dispatcher.call(:get, "/api/audit?kind=driver&id=#{id}").length).to be < trail.length
  end

  it "leaves what customers pay to be read: their detention stays in trail and sheet" do
    customer = customer_id
    row = dispatcher.call(:get, "/api/customers/#{customer}")
    dispatcher.call(
      :put,
      "/api/customers/#{customer}",
      { **row.slice(:name, :version), detention_hourly: "77.00" }
    )
    expect(dispatcher.call(:get, "/api/audit?kind=customer&id=#{customer}").first[:changes]).to include(
      :detention_hourly
    )
    expect(dispatcher.call(:get, "/api/exports/customers")).to include("detention_hourly", "77.00")
  end

  it "is not read in the trail of a run, whatever its number" do
    run_id =
      Work::Pay::OpenPayRun.call({ from: Date.new(2026, 11, 22), to: Date.new(2026, 11, 28) }, by: inez, now:)
    expect(clerk.call(:get, "/api/audit?kind=pay_run&id=#{run_id}")).not_to be_empty
    expect(insiders.map { |insider| insider.call(:get, "/api/audit?kind=pay_run&id=#{run_id}") }).to all(
      eq([])
    )
  end

  it "sets what a unit costs its operator on its own page, by the clerk, on the version that was seen" do
    unit = unit_id("T-9")
    put = ->(client, **more) do
      client.call(:put, "/api/units/#{unit}/pay", { version: 0, fee: "12.00", rent_daily: "90.00", **more })
      client.status
    end
    expect([dispatcher, safety, administrator].map { |client| put.call(client) }).to eq([403, 403, 403])
    expect([put.call(clerk), put.call(clerk)]).to eq([200, 409])
    expect(administrator.call(:get, "/api/units/#{unit}/pay")).to include(
      fee: "12.00",
      rent_daily: "90.00",
      version: 1
    )
    expect(
      [put.call(clerk, version: 1, rent_daily: nil), clerk.call(:get, "/api/units/#{unit}/pay")[:rent_daily]]
    ).to eq([200, nil])
    expect(clerk.call(:get, "/api/audit?kind=unit&id=#{unit}").first).to include(act: "keep_unit_pay")
  end

  it "of a driver whom nobody gave a rate is nothing, and the run says so" do
    added =
      dispatcher.call(
        :post,
        "/api/drivers",
        { key: "a new driver", name: "Nora Brandvold", number: "1004", phone: "208-555-0153", terminal_id: }
      )
    expect(dispatcher.status).to eq(201)
    expect(plan_of(added[:id])).to include(loaded_mile_rate: 0, basis: "per_mile")
    facts =
      Core::Pay::Unusual::Facts.new(
        pay_cents: 0,
        usual_cents: nil,
        miles: 100.to_d,
        odometer_miles: nil,
        rate_from: nil,
        period: nil,
        loads_before: [],
        dwell_minutes: []
      )
    expect(Core::Pay::Unusual.of(facts)).to eq(["It pays nothing: see whether this driver has a rate."])
  end

  # What only pay does is confidential, whoever adds to it: the list holds every act of pay's own.
  it "keeps every act of pay out of others' trail" do
    root = File.expand_path("../..", __dir__)
    sources = Dir["#{root}/work/pay/*.rb"].map { |path| File.read(path) }.join
    acts = sources.scan(/Act\.once\([^"]*?"([a-z_]+)"/m).flatten.uniq - %w[agree_miles item]
    expect(acts - Core::Company::Confidential::ACTS).to eq([])
    plan_columns = DB[:pay_plans].columns.map(&:to_s)
    rates = Store::Fleet::RATES.map(&:to_s)
    expect(rates - plan_columns).to eq([])
  end
end
