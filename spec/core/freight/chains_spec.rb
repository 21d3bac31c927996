# frozen_string_literal: true

require_relative "../../../config/core"
require_relative "../../support/chain_questions"

# The contract, point by point, with figures by hand.
RSpec.describe Core::Freight::Chains do
  include ChainQuestions

  def read(document) = described_class.read(document, roads: nil)
  def best(document) = described_class.best(read(document))
  def ids(document) = best(document).map { |chain| chain.loads.join(" ") }

  it "adds up a chain: 300 miles at 6.5 miles a gallon of $3.90, and 600 minutes of $180 a day" do
    chain =
      best(
        document(
          [load("p", "B", "Z", "900.00")],
          [way("A", "B", 100, 120, tolls: "4.50"), way("B", "Z", 200, 240)],
          limits: {
            service_minutes: 240
          }
        )
      ).first
    expect(chain.to_h).to eq(
      loads: ["p"],
      revenue: "900.00",
      fuel: "180.00",
      tolls: "4.50",
      daily: "75.00",
      profit: "640.50",
      profit_per_day: "1537.20",
      loaded_miles: 200,
      deadhead_miles: 100,
      arrive_at: "2026-11-30T16:00:00-07:00"
    )
  end

  def ways =
    [["A", "B", 150, 100], ["B", "Z", 150, 100], ["B", "C", 150, 100], ["C", "Z", 10, 10]].map do |row|
      way(*row)
    end

  {
    "each empty leg against the limit, not their sum" => [{ deadhead_miles: 150 }, {}, ["p q"]],
    "and the first too" => [{ deadhead_miles: 149.9 }, {}, []],
    "exactly the weight of a limit" => [{ max_weight_lb: 45_000 }, {}, ["p q"]],
    "not a pound more" => [{ max_weight_lb: 44_999 }, {}, []],
    "as many loads as may be" => [{ max_loads: 1 }, {}, []],
    "an arrival on the last minute" => [{}, { by: 400 }, ["p q"]],
    "not one later" => [{}, { by: 399 }, []]
  }.each do |what, (limits, rest, expected)|
    it "takes #{what}" do
      loads = [
        load("p", "B", "C", "100.00", closes: 100, weight_lb: 45_000),
        load("q", "B", "Z", "900.00", opens: 300, closes: 300)
      ]
      expect(ids(document(loads, ways, limits:, **rest)) - %w[q]).to eq(expected)
    end
  end

  it "holds a row for both ways, unless the way back has its own" do
    back = [way("B", "A", 100, 100), way("A", "Z", 10, 10)]
    loads = [load("p", "B", "Z", "10.00")]
    expect(
      best(document(loads, [way("A", "B", 50, 50), *back, way("B", "Z", 10, 10)])).first.deadhead_tenths
    ).to eq(500)
    expect(best(document(loads, [*back, way("B", "Z", 10, 10)])).first.deadhead_tenths).to eq(1000)
  end

  it "joins no rows, and leaves out what no row leads to" do
    expect(
      ids(
        document(
          [load("p", "C", "Z", "10.00")],
          [way("A", "B", 1, 1), way("B", "C", 1, 1), way("C", "Z", 1, 1)]
        )
      )
    ).to eq([])
  end

  it "keeps out of a state empty and loaded, but not on the way that is not driven" do
    loads = [load("p", "B", "Y", "10.00")]
    states = ->(first, second, last) do
      rows = [["A", "B", first], ["B", "Y", second], ["Y", "Z", last]]
      ids(
        document(
          loads,
          rows.map { |from, to, state| way(from, to, 5, 5, states: [state]) },
          within: 5,
          limits: {
            avoid_states: ["CA"]
          }
        )
      )
    end
    expect([%w[ID ID CA], %w[CA ID ID], %w[ID CA ID]].map { |row| states.call(*row) }).to eq([["p"], [], []])
  end

  it "is within so many miles of the end by the row that leads there" do
    rows = [way("A", "B", 1, 1), way("B", "Y", 1, 1), way("Y", "Z", 150, 9000), way("Z", "Y", 1, 1)]
    loads = [load("p", "B", "Y", "10.00")]
    expect([150, 149.9].map { |within| ids(document(loads, rows, within:)) }).to eq([["p"], []])
  end

  it "serves before it stands, and never stands after the last delivery" do
    rows = [way("A", "B", 1, 660), way("B", "Z", 1, 660)]
    chain = ->(**limits) { best(document([load("p", "B", "Z", "10.00")], rows, limits:)).first.minutes }
    expect(chain.call(daily_drive_minutes: 660)).to eq(660 + 600 + 660)
    expect(chain.call(daily_drive_minutes: 660, service_minutes: 30)).to eq(660 + 30 + 600 + 660)
    expect(chain.call(daily_drive_minutes: 1320)).to eq(1320)
  end

  it "stands before a pickup that opens late rather than after it, so that waiting is rest" do
    rows = [way("A", "B", 1, 600), way("B", "Z", 1, 600)]
    loads = [load("p", "B", "Z", "10.00", opens: 1100)]
    # 500 minutes of waiting and 100 more make a new day; after the service, 600 would be due.
    expect(best(document(loads, rows, limits: { service_minutes: 30 })).first.minutes).to eq(1200 + 30 + 600)
    late = [loads.first.merge("pickup_to" => at(1199))]
    expect(best(document(late, rows, limits: { service_minutes: 30 })).first.minutes).to eq(
      1100 + 30 + 60 + 600 + 540
    )
  end

  it "lists chains that lose money, parts of chains and other orders, the best first and equals by arrival and ids" do
    rows = [way("A", "Z", 0, 0)]
    loads = %w[b a].map { |id| load(id, "Z", "Z", "0.00") }
    expect(ids(document(loads, rows))).to eq(["a", "a b", "b", "b a"])
    expect(ids(document(loads, rows, top: 3))).to eq(["a", "a b", "b"])
    chain = best(document([load("p", "B", "Z", "0.01")], [way("A", "B", 1, 0), way("B", "Z", 1, 0)])).first
    expect([chain.to_h[:profit], chain.to_h[:profit_per_day]]).to eq(["-1.19", nil])
  end

  it "answers nothing where there is nothing" do
    expect(best(document([], []))).to eq([])
  end

  {
    "ends_before_start" => [->(d) { d["end"]["by"] = "2026-11-30T05:59:00-07:00" }, "/end/by"],
    "duplicate_id" => [->(d) { d["loads"] << d["loads"][0] }, "/loads/1/id"],
    "duplicate_pair" => [->(d) { d["distances"] << d["distances"][0] }, "/distances/1"],
    "wrong_time" => [->(d) { d["loads"][0]["deliver_by"] = "2026-11-31T00:00:00Z" }, "/loads/0/deliver_by"],
    "wrong_type" => [
      ->(d) { d["start"]["place"] = { "latitude" => 43.6, "longitude" => -116.2 } },
      "/start/place"
    ],
    "out_of_range" => [->(d) { d["truck"]["mpg"] = "0.0" }, "/truck/mpg"],
    "wrong_form" => [->(d) { d["distances"][0]["miles"] = 1.25 }, "/distances/0/miles"]
  }.each do |code, (spoil, path)|
    it "refuses #{code} at #{path}" do
      wrong = document([load("p", "A", "Z", "1.00")], [way("A", "Z", 1, 1)]).tap(&spoil)
      expect { read(wrong) }.to raise_error(Core::Refused) { |e|
        expect([e.code, e.path]).to eq([code, path])
      }
    end
  end

  it "refuses a limit of driving beside the legal hours" do
    wrong = document([], [], limits: { daily_drive_minutes: 600 }, hours: { "rules" => "us_property_70_8" })
    expect { read(wrong) }.to raise_error(Core::Refused) { |e|
      expect([e.code, e.path]).to eq(%w[two_rules /limits/daily_drive_minutes])
    }
  end

  it "refuses a load that ends before it starts" do
    wrong = document([load("p", "A", "Z", "1.00", opens: 10, closes: 9)], [])
    expect { read(wrong) }.to raise_error(Core::Refused) { |e|
      expect([e.code, e.path]).to eq(%w[ends_before_start /loads/0/pickup_to])
    }
  end

  # The road network of a test: what `roads route` says of it.
  it "drives over the roads as a route does, and keeps out of states on the way" do
    require_relative "../../../config/road_data"
    roads = ->(avoid) { described_class::RoadLegs.new(RoadData.network, RoadData.gazetteer, avoid) }
    asked = document([load("p", "Boise, ID", "Ogden, UT", "900.00")], nil).except("distances")
    asked["start"]["place"] = "Nampa, ID"
    asked["end"].update("place" => "84401", "within_miles" => 15)
    chain = described_class.best(described_class.read(asked, roads:)).first
    route =
      Core::Roads.route(
        RoadData.network,
        RoadData.gazetteer,
        Core::Roads.read({ "stops" => ["Boise, ID", "Ogden, UT"] })
      )
    expect([chain.loaded_tenths, chain.toll_cents]).to eq([route.tenths, route.toll_cents])
    around = asked.merge("limits" => { "avoid_states" => ["UT"] })
    expect(described_class.best(described_class.read(around, roads:))).to eq([])
    asked["loads"][0]["origin"] = "Nowhere, ID"
    expect { described_class.read(asked, roads:) }.to raise_error(Core::Refused) { |e|
      expect([e.code, e.path]).to eq(%w[unknown_place /loads/0/origin])
    }
  end
end
