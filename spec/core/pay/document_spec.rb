# frozen_string_literal: true

require_relative "../../../config/core"

RSpec.describe Core::Pay::Document do
  base = {
    "period" => {
      "from" => "2026-11-15",
      "to" => "2026-11-21",
      "frequency" => "weekly"
    },
    "driver" => {
      "plan" => {
        "basis" => "per_mile",
        "loaded_mile_rate" => "0.58"
      }
    },
    "trips" => [{ "id" => "t-1", "completed_on" => "2026-11-17" }]
  }
  unit = { "id" => "T-1", "tags" => %w[tractor], "active_from" => "2026-11-01" }

  define_method(:read) { |**changed| described_class.read(base.merge(changed.transform_keys(&:to_s))) }

  it "reads what is absent as none, zero or false" do
    request = read
    trip = request.trips.first
    expect([trip.papers_in, trip.tarped, trip.loaded_miles, trip.line_haul_cents, trip.dwell_minutes]).to eq(
      [false, false, 0, 0, []]
    )
    expect([request.one_time, request.units, request.advances, request.taxes_cents]).to eq([[], [], [], 0])
    expect(request.driver.to_h.slice(:minimum_net_cents, :carried_in_cents)).to eq(
      { minimum_net_cents: 0, carried_in_cents: 0 }
    )
  end

  # What a plan has where its document says nothing: contract/cli/pay_settle.json.
  it "reads a plan's terms, and what they are where nothing is agreed" do
    plan = read.driver.plan
    expect(plan.rates).to eq({ loaded_mile_rate: BigDecimal("0.58"), empty_mile_rate: 0 })
    expect(
      plan.to_h.slice(:detention_free_minutes, :detention_step_minutes, :stops_included, :share_percent)
    ).to eq(
      { detention_free_minutes: 120, detention_step_minutes: 15, stops_included: 0, share_percent: 100 }
    )
    asked =
      base["driver"]["plan"].merge(
        "detention_free_minutes" => "60",
        "share_percent" => "50",
        "tarp" => "40.5"
      )
    told = read(driver: { "plan" => asked }).driver.plan
    expect([told.detention_free_minutes, told.share_percent, told.tarp_cents]).to eq([60, 50, 4050])
  end

  it "reads a percentage, of the fuel surcharge too only where it says so" do
    rates =
      [{}, { "percent_of_fuel" => true }].map do |more|
        read(driver: { "plan" => { "basis" => "percent", "percent" => "25", **more } }).driver.plan.rates
      end
    expect(rates).to eq([{ percent: 25, percent_of_fuel: false }, { percent: 25, percent_of_fuel: true }])
  end

  it "reads what is on a trip" do
    trip =
      read(
        trips: [
          {
            "id" => "t-1",
            "completed_on" => "2026-11-17",
            "papers_in" => true,
            "tarped" => true,
            "tons" => "22.25",
            "stops" => [{ "dwell_minutes" => 90 }, {}],
            "layover_days" => 2
          }
        ]
      ).trips.first
    expect(trip.to_h.slice(:papers_in, :tarped, :tons, :dwell_minutes, :layover_days)).to eq(
      { papers_in: true, tarped: true, tons: BigDecimal("22.25"), dwell_minutes: [90, 0], layover_days: 2 }
    )
  end

  it "takes a label for the identity of what has none in a document" do
    request =
      read(
        one_time: [{ "kind" => "deduction", "label" => "Boots", "amount" => "40" }],
        recurring: [
          { "label" => "Bond", "basis" => "flat", "amount" => "25", "priority" => 1, "if_short" => "carry" }
        ]
      )
    expect([request.one_time.first.deduction_id, request.recurring.first.id]).to eq(%w[Boots Bond])
    expect(request.recurring.first.to_h.slice(:goal_cents, :prorated, :own_amount, :balance_cents)).to eq(
      { goal_cents: nil, prorated: false, own_amount: nil, balance_cents: 0 }
    )
  end

  it "reads orders with half of what is disposable as their limit, and advances that are not pushed" do
    request =
      read(
        garnishments: [{ "kind" => "support", "label" => "Order", "amount" => "100" }],
        advances: [{ "label" => "Loan", "principal" => "300", "installments" => 3 }]
      )
    expect([request.garnishments.first.limit_percent, request.advances.first.push]).to eq([50, false])
    expect(request.advances.first.taken).to eq(0)
  end

  # What is wrong, and the path of the value; a day alone is a period and a unit's time.
  [
    [{ period: base["period"].merge("to" => "2026-11-14") }, "period_reversed", "/period/to"],
    [{ units: [unit, unit.merge("active_to" => "2026-10-31")] }, "unit_reversed", "/units/1/active_to"]
  ].each do |changed, code, path|
    it "refuses #{code} at #{path}" do
      expect { read(**changed) }.to refuse(code, path)
    end
  end

  it "takes a period of a day, and a unit of one" do
    request =
      read(
        period: base["period"].merge("to" => "2026-11-15"),
        units: [unit.merge("active_to" => "2026-11-01")]
      )
    expect([request.period.days, request.units.first.active_to]).to eq([1, Date.new(2026, 11, 1)])
  end
end
