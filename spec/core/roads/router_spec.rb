# frozen_string_literal: true

require "rexml/document"

# A country of five towns in two states: a fast road around, a short one with a low bridge over the pass, a
# toll road.
RSpec.describe Core::Roads do
  def node(id, latitude, longitude) =
    { id:, name: id.include?("/") ? id : id.sub(%r{ (..)\z}, ', \1'), state: "", latitude:, longitude: }

  def edge(from, to, roads, state, miles, mph, toll_cents: 0)
    {
      from:,
      to:,
      roads: roads.split("/"),
      state:,
      miles_tenths: (miles * 10).round,
      road_class: "us",
      mph:,
      toll_cents:
    }
  end

  let(:nodes) do
    [
      node("Alder AA", 40.0, -110.0),
      node("Birch AA", 40.0, -109.0),
      node("AA/BB line", 40.0, -108.5),
      node("Cedar BB", 40.0, -108.0),
      node("Dogwood BB", 40.5, -109.0),
      node("Elm BB", 40.0, -107.0)
    ]
  end
  let(:edges) do
    [
      edge("Alder AA", "Birch AA", "US-1", "AA", 55, 60),
      edge("Birch AA", "AA/BB line", "US-1", "AA", 28, 60),
      edge("AA/BB line", "Cedar BB", "US-1", "BB", 28, 60),
      edge("Birch AA", "Dogwood BB", "US-2/US-3", "AA", 40, 60),
      edge("Dogwood BB", "Cedar BB", "US-2", "BB", 70, 60),
      edge("Cedar BB", "Elm BB", "T-1", "BB", 54, 65, toll_cents: 500),
      edge("Cedar BB", "Elm BB", "US-1", "BB", 60, 50)
    ]
  end
  let(:restrictions) do
    [
      {
        road: "US-1",
        from: "Birch AA",
        to: "AA/BB line",
        kind: "height_in",
        limit: 150,
        near: "Low Pass",
        known_by: "demo"
      }
    ]
  end
  let(:network) { described_class.network(nodes:, edges:, restrictions:, landmarks: 2) }
  let(:gazetteer) do
    towns = [
      ["Alder", "AA", 40.0, -110.0, 900],
      ["Birch", "AA", 40.0, -109.0, 900],
      ["St. Cedar", "BB", 40.0, -108.0, 5000],
      ["Cedar", "BB", 40.0, -108.0, 900],
      ["Elm", "BB", 40.0, -107.0, 10],
      ["Elm", "AA", 40.4, -109.9, 10],
      ["Twin", "AA", 40.1, -110.0, 500],
      ["Twin", "AA", 40.9, -109.2, 400]
    ]
    described_class.gazetteer(
      towns:,
      zips: [["80001", "Zip", "AA", 40.01, -109.5], ["99501", "Anchorage", "AK", 61.2, -149.9]],
      states: {
        "AA" => [[[-111, 39], [-108.5, 39], [-108.5, 41], [-111, 41], [-111, 39]]],
        "BB" => [[[-108.5, 39], [-106, 39], [-106, 41], [-108.5, 41], [-108.5, 39]]]
      }
    )
  end

  def route(*stops, **more) =
    described_class.route(
      network,
      gazetteer,
      described_class.read({ "stops" => stops }.merge(more.transform_keys(&:to_s)))
    )
  def low = { "height_in" => 140 }
  def miles(...) = route(...).to_h[:miles]

  it "takes the fast way by time and the short one by distance" do
    expect(route("Cedar, BB", "Elm, BB").to_h).to include(miles: 54, tolls: "5.00", drive_minutes: 50)
    expect(route("Cedar, BB", "Elm, BB", avoid_tolls: true).to_h).to include(
      miles: 60,
      tolls: "0.00",
      drive_minutes: 72
    )
  end

  it "gives legs by road and state that follow one another, with shared roads joined" do
    expect(
      route("Alder, AA", "Cedar, BB", vehicle: low).to_h[:legs].map do |leg|
        leg.values_at(:road, :state, :from, :to, :miles)
      end
    ).to eq([["US-1", "AA", "Alder, AA", "AA/BB line", 83], ["US-1", "BB", "AA/BB line", "Cedar, BB", 28]])
    expect(route("Birch, AA", "Cedar, BB").to_h[:legs].map { |leg| leg[:road] }).to eq(%w[US-2/US-3 US-2])
  end

  it "goes around what is too low, and says what that cost" do
    answer = route("Alder, AA", "Cedar, BB", vehicle: { "height_in" => 151 }).to_h
    expect(answer).to include(
      miles: 165,
      restrictions: [include(near: "Low Pass", limit: 150, needed: 151, avoided: true)],
      parts: [include(detour: { miles: 54, minutes: 54 })]
    )
    expect(route("Alder, AA", "Cedar, BB", vehicle: { "height_in" => 150 }).to_h).to include(
      miles: 111,
      restrictions: [include(avoided: false)]
    )
  end

  it "adds up several stops, and passes vias in order where they lengthen the way least" do
    parts = [miles("Alder, AA", "Birch, AA"), miles("Birch, AA", "Cedar, BB"), miles("Cedar, BB", "Elm, BB")]
    expect(miles("Alder, AA", "Birch, AA", "Cedar, BB", "Elm, BB")).to eq(parts.sum)
    expect(
      route(
        "Birch, AA",
        "Cedar, BB",
        "Elm, BB",
        vehicle: low,
        via: [{ "latitude" => 40.5, "longitude" => -109.0 }]
      ).to_h
    ).to include(miles: 164, parts: [include(miles: 110), include(miles: 54)])
  end

  it "counts the way to the network: streets, then along the road" do
    answer = route("80001", "Birch, AA").to_h
    expect(answer[:legs].map { |leg| leg[:road] }).to eq(%w[local US-1])
    expect(answer[:legs][0]).to include(from: "Zip, AA 80001", to: "US-1 near Zip, AA 80001", miles: 0.9)
    expect(answer[:legs].sum { |leg| leg[:miles] }).to be_within(0.01).of(answer[:miles])
  end

  it "goes straight between two places on one road, and nowhere from a place to itself" do
    expect(
      miles({ "latitude" => 40.0, "longitude" => -109.8 }, { "latitude" => 40.0, "longitude" => -109.6 })
    ).to be_within(0.2).of(11)
    expect(route("Alder, AA", "Alder, AA").to_h).to include(miles: 0, drive_minutes: 0, legs: [])
  end

  {
    [["Alder, AA", "Oak, AA"], {}] => ["unknown_place", "/stops/1", /no place named oak/i],
    [["Alder, AA", "Twin, AA"], {}] => ["ambiguous_place", "/stops/1", /2 places/],
    [["Elm", "Alder, AA"], {}] => ["ambiguous_place", "/stops/0", /AA, BB/],
    [["Alder, AA", "99501"], {}] => ["unknown_place", "/stops/1", /AK/],
    [["Alder, AA", "12345"], {}] => ["unknown_place", "/stops/1", /no ZIP/],
    [["Alder, AA", { "latitude" => 30.0, "longitude" => -110.0 }], {}] => [
      "off_network",
      "/stops/1",
      /miles outside/
    ],
    [["Alder, AA", "Cedar, BB"], { avoid_states: ["BB"] }] => [
      "no_route",
      "/stops/1",
      /BB, which is to be avoided/
    ],
    [["Alder, AA", "Birch, AA"], { avoid_roads: ["US-1"] }] => ["no_route", "/stops", /without US-1/]
  }.each do |(stops, more), (code, path, words)|
    it "refuses #{stops.last} #{more} as #{code}" do
      expect { route(*stops, **more) }.to raise_error(Refused) { |refused|
        expect([refused.code, refused.path, refused.message]).to match([code, path, words])
      }
    end
  end

  it "names the obstacle and the best near miss when nothing is high enough" do
    restrictions << {
      road: "US-2",
      from: "Dogwood BB",
      to: "Cedar BB",
      kind: "height_in",
      limit: 158,
      near: "Dogwood Arch",
      known_by: "demo"
    }
    expect { route("Birch, AA", "Cedar, BB") }.to raise_error(
      Refused,
      /Low Pass on US-1, AA \(clearance 12 ft 6 in\).* height up to 13 ft 2 in/
    )
  end

  it "knows Saint and St., and offers what is nearly spelled right" do
    expect(miles("Saint Cedar, BB", "Elm, BB")).to eq(54)
    expect { route("Aldr, AA", "Elm, BB") }.to raise_error(Refused) { |refused|
      expect(refused.details[:choices]).to eq(["Alder, AA"])
    }
  end

  it "tells the way in sentences, and writes GeoJSON and GPX that say the same" do
    found = route("Birch, AA", "Cedar, BB", vehicle: low)
    expect(described_class.turns(found).map { |turn| turn[:text] }).to eq(
      ["From Birch, AA take US-1 east to Cedar, BB, 56 miles.", "Arrive at Cedar, BB."]
    )
    expect(
      described_class.geojson(found)[:features].map { |feature| feature[:geometry][:coordinates] }
    ).to eq([[[-109.0, 40.0], [-108.5, 40.0]], [[-108.5, 40.0], [-108.0, 40.0]]])
    gpx = REXML::Document.new(described_class.gpx(found, "A & B"))
    expect(
      [
        gpx.elements["//rte/name"].text,
        gpx.get_elements("//trkpt").length,
        gpx.get_elements("//rtept").length
      ]
    ).to eq(["A & B", 3, 2])
  end

  it "says what driving is left for a truck near its route, and notices one that is astray" do
    found = route("Alder, AA", "Cedar, BB", vehicle: low)
    halfway = described_class.progress(found, described_class::Point.new(latitude: 40.05, longitude: -109.0))
    expect([halfway.left_tenths, halfway.minutes_left, halfway.minutes_by_class, halfway.astray?]).to eq(
      [560, 56, { "us" => 56 }, false]
    )
    expect(
      described_class.progress(found, described_class::Point.new(latitude: 41.0, longitude: -109.0))
    ).to be_astray
  end

  it "measures many at once as it measures one" do
    points = nodes.first(4).map { |row| described_class::Point.new(**row.slice(:latitude, :longitude)) }
    table =
      described_class.table(network, points, vehicle: described_class::Vehicle::USUAL.with(height_in: 140))
    expect(table[0]).to eq([0, 550, 830, 1110])
    expect(table.transpose).to eq(table)
  end
end
