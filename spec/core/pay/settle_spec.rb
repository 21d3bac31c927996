# frozen_string_literal: true

RSpec.describe Core::Pay, ".settle" do
  # A weekly document with one paid trip of 612 loaded and 48 empty miles; the blocks change it.
  def document
    doc = {
      "period" => {
        "from" => "2026-11-15",
        "to" => "2026-11-21",
        "frequency" => "weekly"
      },
      "driver" => {
        "plan" => {
          "basis" => "per_mile",
          "loaded_mile_rate" => "0.58",
          "empty_mile_rate" => "0.50"
        }
      },
      "trips" => [
        {
          "id" => "t-1",
          "completed_on" => "2026-11-17",
          "papers_in" => true,
          "loaded_miles" => "612.0",
          "empty_miles" => "48.0"
        }
      ]
    }
    yield doc if block_given?
    doc
  end

  def settle(&) = described_class.present(described_class.settle(described_class.read(document(&))))
  def lines(result, section) =
    result[:lines].select { |line| line[:section] == section }.map { |line| [line[:label], line[:amount]] }
  def plan(doc) = doc["driver"]["plan"]
  def earn(doc, amount) =
    (doc["one_time"] ||= []) << { "kind" => "earning", "label" => "Bonus", "amount" => amount }

  it "pays loaded and empty miles on lines of their own" do
    expect(lines(settle, "earnings")).to eq([["Loaded miles", "354.96"], ["Empty miles", "24.00"]])
  end

  # Each basis once: what it multiplies, by hand
  [
    [{ "basis" => "percent", "percent" => "25" }, [["Line haul", "462.50"]]],
    [
      { "basis" => "percent", "percent" => "25", "percent_of_fuel" => true },
      [["Line haul", "462.50"], ["Fuel surcharge", "77.50"]]
    ],
    [{ "basis" => "hourly", "hourly_rate" => "27.125" }, [%w[Hours 284.81]]],
    [{ "basis" => "per_load", "per_load" => "310.00" }, [%w[Load 310.00]]],
    [{ "basis" => "per_ton", "per_ton" => "9.35" }, [%w[Tons 208.04]]],
    # A rate has more than cents: 22.25 tons at 9.3525 are 208.093125.
    [{ "basis" => "per_ton", "per_ton" => "9.3525" }, [%w[Tons 208.09]]]
  ].each do |basis, expected|
    it "pays by #{basis.keys.last.tr("_", " ")}" do
      result =
        settle do |doc|
          doc["driver"]["plan"] = basis
          doc["trips"][0].update(
            "line_haul" => "1850.00",
            "fuel_surcharge" => "310.00",
            "hours" => "10.5",
            "tons" => "22.25"
          )
        end
      expect(lines(result, "earnings")).to eq(expected)
    end
  end

  # 20.00 an hour, 120 minutes free, steps of 15: minutes at each stop, pay
  [
    [[135], "5.00"],
    [[134], nil],
    [[195, 95], "25.00"],
    [[150, 150], "20.00"],
    [[120], nil]
  ].each do |dwells, amount|
    it "pays detention of #{dwells.join(" and ")} minutes as #{amount.inspect}" do
      result =
        settle do |doc|
          plan(doc)["detention_hourly"] = "20.00"
          doc["trips"][0]["stops"] = dwells.map { |minutes| { "dwell_minutes" => minutes } }
        end
      expect(lines(result, "earnings").to_h["Detention"]).to eq(amount)
    end
  end

  it "gives a team driver the share of base pay, extra stops and tarp, and all of detention and layover" do
    result =
      settle do |doc|
        plan(doc).update(
          "share_percent" => "50",
          "extra_stop" => "25.00",
          "stops_included" => 2,
          "tarp" => "50.00",
          "layover_daily" => "125.00",
          "detention_hourly" => "20.00"
        )
        doc["trips"][0].update(
          "tarped" => true,
          "layover_days" => 1,
          "stops" => [{ "dwell_minutes" => 180 }, {}, {}]
        )
      end
    expect(lines(result, "earnings").map(&:last)).to eq(%w[177.48 12.00 12.50 20.00 125.00 25.00])
  end

  it "holds trips without papers and trips of later days, and pays late papers in the run they arrive in" do
    result =
      settle do |doc|
        doc["trips"] << { "id" => "t-2", "completed_on" => "2026-11-21" } <<
          { "id" => "t-3", "completed_on" => "2026-11-22" } <<
          { "id" => "t-4", "completed_on" => "2026-10-02", "papers_in" => true, "loaded_miles" => "100" }
      end
    expect([result[:held], result[:gross]]).to eq(
      [[{ trip: "t-2", reason: "papers_missing" }, { trip: "t-3", reason: "outside_period" }], "436.96"]
    )
  end

  it "makes up the period's minimum, also without a trip, and not where there is none" do
    with_minimum = settle { |doc| plan(doc)["period_minimum"] = "900.00" }
    empty =
      settle do |doc|
        plan(doc)["period_minimum"] = "900.00"
        doc["trips"] = []
      end
    expect(
      [lines(with_minimum, "earnings").last, empty[:gross], settle { |doc| doc["trips"] = [] }[:lines]]
    ).to eq([["Period minimum", "521.04"], "900.00", []])
  end

  # U.S. Department of Labor, Fact Sheet 30, examples for the federal minimum wage of 7.25, from memory:
  # weekly disposable earnings, most that may be taken
  [
    ["217.50", nil],
    %w[220.00 -2.50],
    %w[263.00 -45.50],
    %w[370.00 -92.50],
    %w[402.00 -100.50]
  ].each do |disposable, taken|
    it "takes #{taken || "nothing"} for an ordinary order from #{disposable} a week" do
      result =
        settle do |doc|
          doc["trips"] = []
          earn(doc, disposable)
          doc["garnishments"] = [{ "kind" => "ordinary", "label" => "Order", "amount" => "9999.00" }]
        end
      expect(lines(result, "garnishments").dig(0, 1)).to eq(taken)
    end
  end

  # 29 CFR 870.10(c): the multiples for longer periods, from memory
  { "biweekly" => "435.00", "semimonthly" => "471.25", "monthly" => "942.50" }.each do |frequency, protected|
    it "protects #{protected} #{frequency}" do
      result =
        settle do |doc|
          doc["trips"] = []
          doc["period"]["frequency"] = frequency
          earn(doc, (BigDecimal(protected) + 1).to_s("F"))
          doc["garnishments"] = [{ "kind" => "ordinary", "label" => "Order", "amount" => "500.00" }]
        end
      expect(lines(result, "garnishments")).to eq([%w[Order -1.00]])
    end
  end

  it "takes support first, each order to where all support reaches its own limit, and counts it against " \
       "the ordinary" do
    result =
      settle do |doc|
        doc["trips"] = []
        earn(doc, "1000.00")
        doc["garnishments"] = [
          { "kind" => "ordinary", "label" => "Card", "amount" => "300.00" },
          { "kind" => "support", "label" => "First", "amount" => "100.00" },
          { "kind" => "support", "label" => "Second", "amount" => "900.00", "limit_percent" => "60" }
        ]
      end
    expect(lines(result, "garnishments")).to eq([%w[First -100.00], %w[Second -500.00]])
    expect(result[:notes].first[:code]).to eq("garnishment_limits_federal_only")
  end

  it "repays an advance with its fees in parts that add up, skips a pushed one, and ends" do
    parts =
      (0..3).map do |taken|
        settle do |doc|
          doc["advances"] = [
            {
              "label" => "Repair",
              "principal" => "600.00",
              "fee_percent" => "3",
              "fee_fixed" => "0.01",
              "installments" => 3,
              "taken" => taken
            }
          ]
        end
      end
    pushed =
      settle do |doc|
        doc["advances"] = [
          { "label" => "Repair", "principal" => "600.00", "installments" => 3, "taken" => 0, "push" => true }
        ]
      end
    expect(parts.map { |result| lines(result, "advances").dig(0, 1) }).to eq(
      ["-206.01", "-206.00", "-206.00", nil]
    )
    expect([pushed[:deductions], pushed[:short]]).to eq(["0.00", []])
  end

  it "never goes below the least net, takes in order, and says what is carried and what is dropped" do
    result =
      settle do |doc|
        doc["driver"].update("minimum_net" => "200.00", "carried_in" => "100.00")
        doc["one_time"] = [
          { "kind" => "reimbursement", "label" => "Scale", "amount" => "14.00" },
          { "kind" => "deduction", "label" => "Gloves", "amount" => "30.00" }
        ]
        doc["recurring"] = [
          {
            "label" => "Late",
            "basis" => "flat",
            "amount" => "40.00",
            "priority" => 2,
            "if_short" => "skip"
          },
          {
            "label" => "Early",
            "basis" => "flat",
            "amount" => "60.00",
            "priority" => 1,
            "if_short" => "carry"
          }
        ]
      end
    expect(result[:lines].drop(3).map { |line| [line[:label], line[:amount]] }).to eq(
      [["Carried in", "-100.00"], %w[Gloves -30.00], %w[Early -48.96]]
    )
    expect(result[:short]).to eq(
      [{ label: "Early", amount: "11.04", carried: true }, { label: "Late", amount: "40.00", carried: false }]
    )
    expect([result[:net], result[:reimbursements]]).to eq(%w[214.00 14.00])
  end

  # basis => what it asks of 378.96 gross and 660 miles
  {
    { "basis" => "percent_of_gross", "amount" => "2.5" } => "-9.47",
    { "basis" => "per_mile", "amount" => "0.031" } => "-20.46",
    { "basis" => "flat", "amount" => "31.25", "override" => "12.00" } => "-12.00",
    { "basis" => "per_unit", "tag" => "leased", "amount" => "50.00", "prorated" => true } => "-28.57",
    { "basis" => "per_unit", "tag" => "leased" } => "-70.00",
    { "basis" => "flat", "amount" => "50.00", "goal" => "100.00", "balance" => "80.00" } => "-20.00"
  }.each do |recurring, amount|
    it "takes #{amount} for #{recurring}" do
      result =
        settle do |doc|
          doc["units"] = [
            { "id" => "TR-9", "tags" => ["leased"], "active_from" => "2026-11-18", "fee" => "70.00" },
            {
              "id" => "TR-8",
              "tags" => ["leased"],
              "active_from" => "2026-01-01",
              "active_to" => "2026-11-14",
              "fee" => "9.00"
            }
          ]
          doc["recurring"] = [{ "label" => "It", "priority" => 1, "if_short" => "carry", **recurring }]
        end
      expect(lines(result, "recurring")).to eq([["It", amount]])
    end
  end

  it "counts what an earlier period carried against the goal" do
    result =
      settle do |doc|
        doc["one_time"] = [{ "kind" => "deduction", "label" => "Escrow", "amount" => "15.00" }]
        doc["recurring"] = [
          {
            "label" => "Escrow",
            "basis" => "flat",
            "amount" => "50.00",
            "priority" => 1,
            "if_short" => "carry",
            "goal" => "100.00",
            "balance" => "80.00"
          }
        ]
      end
    expect(result[:lines].last(2).map { |line| line[:amount] }).to eq(%w[-15.00 -5.00])
  end

  it "carries a net below zero out, and takes no percentage of it" do
    result =
      settle do |doc|
        doc["trips"] = []
        earn(doc, "-45.00")
        doc["recurring"] = [
          {
            "label" => "It",
            "basis" => "percent_of_gross",
            "amount" => "5",
            "priority" => 1,
            "if_short" => "carry"
          }
        ]
      end
    expect(result.slice(:net, :carried_out, :deductions)).to eq(
      net: "-45.00",
      carried_out: "45.00",
      deductions: "0.00"
    )
  end

  it "adds up for any document: net is gross and reimbursements less deductions, and all lines together " \
       "are net" do
    random = Random.new(7)
    300.times do
      result =
        settle do |doc|
          doc["driver"]["minimum_net"] = format("%.2f", random.rand(300))
          doc["trips"] = Array.new(random.rand(4)) do |i|
            {
              "id" => i.to_s,
              "completed_on" => "2026-11-1#{random.rand(5..9)}",
              "papers_in" => random.rand < 0.8,
              "loaded_miles" => random.rand(900.0).round(1).to_s
            }
          end
          doc["taxes"] = format("%.2f", random.rand(50))
          doc["recurring"] = Array.new(random.rand(4)) do |i|
            {
              "label" => i.to_s,
              "basis" => "flat",
              "amount" => format("%.2f", random.rand(200)),
              "priority" => random.rand(3),
              "if_short" => %w[carry skip].sample(random:)
            }
          end
        end
      total = result[:lines].sum { |line| BigDecimal(line[:amount]) }
      expect(BigDecimal(result[:net])).to eq(total).and eq(
              BigDecimal(result[:gross]) + BigDecimal(result[:reimbursements]) -
                BigDecimal(result[:deductions])
            )
    end
  end

  it "pays a trip by its own plan where it has one" do
    request = described_class.read(document)
    trip = request.trips.first
    half = request.driver.plan.with(share_percent: 50.to_d)
    statement = described_class.settle(request.with(trips: [trip.with(plan: half), trip.with(id: "t-2")]))
    expect(statement.gross_cents).to eq(177_48 + 12_00 + 354_96 + 24_00)
  end

  it "refuses a trip listed twice, an advance repaid beyond its end, and a period that ends before it " \
       "starts" do
    expect { settle { |doc| doc["trips"] << doc["trips"][0] } }.to refuse("trip_twice", "/trips/1/id")
    expect do
      settle do |doc|
        doc["advances"] = [{ "label" => "A", "principal" => "1.00", "installments" => 1, "taken" => 2 }]
      end
    end.to refuse("advance_overpaid", "/advances/0/taken")
    expect { settle { |doc| doc["period"]["to"] = "2026-11-01" } }.to refuse("period_reversed", "/period/to")
  end
end
