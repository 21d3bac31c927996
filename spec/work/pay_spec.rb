# frozen_string_literal: true

require "app_helper"
require "pdf-reader"

RSpec.describe Work::Pay do
  let(:week) { { from: Date.new(2026, 11, 22), to: Date.new(2026, 11, 28) } }

  def open_run = described_class::OpenPayRun.call(week, by: inez, now:)
  def run(id) = Web::Pay::RunJson.of(id)

  it "earns by the driver's plan when the last delivery is signed, detention from the cab's own times" do
    _, trip_id = sent(crew, tarps: true)
    deliver(trip_id, dwell_minutes: [200, 60])
    keep_photo(trip_id)
    statement = Papers::StatementText.of(run(open_run)[:rows][0][:id])
    trip = DB[:trips].first(id: trip_id)
    expected = [
      ["Loaded miles", (trip[:loaded_miles] * "0.58".to_d).round(2)],
      ["Empty miles", (trip[:empty_miles] * "0.50".to_d).round(2)],
      ["Detention", 25],
      ["Tarp", 50]
    ]
    expect(statement[:lines].map { |line| [line[:label], BigDecimal(line[:amount])] }).to eq(expected)
    expect(statement[:lines].first).to include(trip: trip[:number], estimated: false, day: "2026-11-23")
  end

  it "holds a trip until its papers are in; an open draft follows" do
    _, trip_id = sent
    deliver(trip_id)
    id = open_run
    expect(run(id)).to include(rows: [], held: [include(driver: "Wade Ferris", reason: "papers_missing")])
    keep_photo(trip_id)
    expect(run(id)).to include(rows: [include(trips: 1)], held: [])
  end

  it "approves exactly the figures that the clerk saw, and pays nothing twice" do
    _, trip_id = sent
    deliver(trip_id)
    keep_photo(trip_id)
    id = open_run
    expect { described_class::ApprovePayRun.call(id, { total_net: "1.00" }, by: inez, now:) }.to refuse(
      "figures_moved",
      "/total_net"
    )
    described_class::ApprovePayRun.call(id, { total_net: run(id)[:net] }, by: inez, now:)
    expect do
      described_class::ApprovePayRun.call(id, { total_net: run(id)[:net] }, by: inez, now:)
    end.to refuse("locked")
    later = described_class::OpenPayRun.call({ from: week[:to] + 1, to: week[:to] + 7 }, by: inez, now:)
    expect(run(later)[:rows]).to eq([])
    expect { open_run }.to refuse("period_taken", "/from")
  end

  it "pays a trip by the rates of its day, and a team half each" do
    driver_id
    DB[:pay_plans].insert(
      DB[:pay_plans].first.except(:id).merge(in_force_from: Date.new(2026, 11, 24), loaded_mile_rate: "0.99")
    )
    _, trip_id = sent(crew.merge(driver_ids: [driver_id, driver_id("Nora Brandvold")]))
    deliver(trip_id)
    keep_photo(trip_id)
    rates =
      run(open_run)[:rows].to_h { |row| [row[:driver][:name], Papers::StatementText.of(row[:id])[:lines][0]] }
    expect(rates["Wade Ferris"]).to include(rate: "0.58", label: "Loaded miles (50% share)")
    expect(rates.values.map { |line| line[:amount] }.uniq.length).to eq(1)
  end

  it "counts the day of a delivery in the home terminal's zone" do
    _, trip_id = sent(crew, at: Time.utc(2026, 11, 29, 1), hours: 4)
    deliver(trip_id, begins: Time.utc(2026, 11, 29, 1))
    # 05:00 on the 29th in Greenwich
    expect(DB[:trip_earnings].get(:completed_on)).to eq(Date.new(2026, 11, 28))
  end

  it "prints the statement's figures on paper, with the year to date" do
    _, trip_id = sent
    deliver(trip_id)
    keep_photo(trip_id)
    statement = Papers::StatementText.of(run(open_run)[:rows][0][:id])
    text = PDF::Reader.new(StringIO.new(Papers::Statement.new(statement).render)).pages.map(&:text).join("\n")
    expect(text).to include(
      "Wade Ferris",
      "Year to date",
      *statement[:lines].map { |line| line[:amount] },
      statement[:net]
    )
  end

  it "shows on the phone what is earned past the period whose run is still being made" do
    described_class::OpenPayRun.call(
      { from: Date.new(2026, 11, 15), to: Date.new(2026, 11, 21) },
      by: inez,
      now:
    )
    _, trip_id = sent
    deliver(trip_id)
    earned = -> do
      api.as_driver(driver_id).call(:get, "/api/cab")[:earned].map { |row| row.slice(:day, :reason) }
    end
    expect(earned.call).to eq([{ day: "2026-11-23", reason: "papers_missing" }])
    keep_photo(trip_id)
    expect(earned.call).to eq([{ day: "2026-11-23", reason: nil }])
  end
end
