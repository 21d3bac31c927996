# frozen_string_literal: true

require "app_helper"

# A label is for people: what a deduction is called may change in the middle of its goal, its fund or its
# debt.
RSpec.describe "What a deduction is called" do
  let(:clerk) { api(inez) }
  let(:week) { { from: Date.new(2026, 11, 22), to: Date.new(2026, 11, 28) } }

  def open_run(weeks = 0) =
    Work::Pay::OpenPayRun.call(week.transform_values { |date| date + (7 * weeks) }, by: inez, now:)
  def run(id) = Web::Pay::RunJson.of(id)
  def lock(id) = Work::Pay::ApprovePayRun.call(id, { total_net: run(id)[:net] }, by: inez, now:)
  def statement(id) = Papers::StatementText.of(DB[:statements].where(pay_run_id: id).get(:id))
  def taken(id) =
    statement(id)[:lines]
      .select { |line| %w[recurring one_time].include?(line[:section]) }
      .map { |line| line.values_at(:label, :amount) }

  def earned(weeks = 0)
    at = now + (weeks * 7 * 24 * Given::HOUR)
    load_id, trip_id = sent(at:, hours: 8)
    deliver(trip_id, begins: at)
    keep_photo(trip_id)
    [load_id, trip_id]
  end

  def deduction(id = nil, **more)
    body = {
      key: "keep #{more.hash}",
      label: "Damage fund",
      basis: "flat",
      amount: "60.00",
      goal: "100.00",
      from_on: "2026-01-01",
      everyone: true,
      **more
    }
    path = id ? "/api/deductions/#{id}" : "/api/deductions"
    clerk.call(id ? :put : :post, path, body)
  end

  it "leaves its goal where it was: 60 and then 40, though it was renamed between" do
    earned
    deduction
    lock(open_run)
    id = DB[:deductions].get(:id)
    deduction(id, version: 0, label: "Claims reserve")
    earned(1)
    expect(taken(open_run(1))).to eq([["Claims reserve", "-40.00"]])
  end

  it "leaves an escrow fund one fund, under its newer name, and gives all of it back" do
    earned
    deduction(escrow: true, goal: nil)
    lock(open_run)
    id = DB[:deductions].get(:id)
    deduction(id, version: 0, label: "Bond", escrow: true, goal: nil)
    earned(1)
    second = open_run(1)
    expect(statement(second)[:escrow]).to eq([{ label: "Bond", balance: "120.00", goal: nil }])
    expect(statement(second)[:against][:rows].map { |row| row[:label] }).not_to include("Bond", "Damage fund")
    lock(second)
    expect(Store::Pay::Funds.all.map { |row| row.values_at(:label, :balance) }).to eq([["Bond", 120]])
    back = { key: "give it back", deduction_id: id, ended_on: "2026-12-05" }
    clerk.call(:post, "/api/drivers/#{driver_id}/escrow-return", back)
    earned(2)
    lock(open_run(2))
    expect(Store::Pay::Funds.all.map { |row| row[:balance] }).to eq([0])
    expect(Work::Pay::ProveBooks.call).to eq([])
  end

  it "brings what was short on its way to the goal, though renamed before it is taken" do
    earned
    DB[:pay_plans].update(minimum_net: BigDecimal("9999"))
    deduction
    first = open_run
    expect(statement(first)[:short]).to eq([{ label: "Damage fund", amount: "60.00", carried: true }])
    lock(first)
    deduction(DB[:deductions].get(:id), version: 0, label: "Claims reserve")
    DB[:pay_plans].update(minimum_net: 0)
    earned(1)
    expect(taken(open_run(1))).to eq([["Damage fund", "-60.00"], ["Claims reserve", "-40.00"]])
  end

  it "does not make a charge of the same name part of the fund" do
    earned
    deduction(escrow: true, goal: nil)
    clerk.call(
      :post,
      "/api/one-time",
      {
        key: "by chance",
        driver_ids: [driver_id],
        kind: "deduction",
        label: "Damage fund",
        amount: "10.00",
        due_on: "2026-11-22"
      }
    )
    lock(open_run)
    expect(Store::Pay::Funds.all.map { |row| row[:balance] }).to eq([60])
  end

  it "charges a driver's units to him, whatever he is called, and to nobody of his name" do
    earned
    operator = { number: "X-9", kind: "trailer", trailer_kind: "dry_van", active_from: Date.new(2026, 1, 1) }
    unit = add(:units, **operator, operator_id: driver_id)
    renamed = { version: DB[:drivers].where(id: driver_id).get(:version), name: "Wade Ferris-Holt" }
    Work::Fleet::ChangeRecord.call(:drivers, driver_id, renamed, by: maren, now:)
    driver_id("Wade Ferris the younger")
    expect(DB[:units].first(id: unit).slice(:operator_id, :operator)).to eq(
      { operator_id: driver_id, operator: "Wade Ferris-Holt" }
    )
    deduction(basis: "per_unit", tag: "trailer", amount: "12.00", goal: nil)
    expect(taken(open_run)).to eq([["Damage fund", "-12.00"]])
  end

  it "answers a repeated act as it did the first time: the change that waits, and how many were given" do
    earned
    open_run
    alone_up_to(drivers: 1, dollars: 1)
    asked = Array.new(2) { deduction(key: "the same key") }
    expect(asked.map { |answer| answer[:change_id] }).to eq(DB[:pay_changes].select_map(:id) * 2)
    driver_id("Nora Brandvold")
    once = {
      key: "a bonus for all",
      driver_ids: [],
      kind: "earning",
      label: "Bonus",
      amount: "50.00",
      due_on: "2026-11-22"
    }
    given = Array.new(2) { clerk.call(:post, "/api/one-time", once).slice(:given, :change_id) }
    expect(given).to eq(
      [{ given: 0, change_id: DB[:pay_changes].exclude(id: asked[0][:change_id]).get(:id) }] * 2
    )
    expect(DB[:pay_changes].count).to eq(2)
  end
end
