# frozen_string_literal: true

require "app_helper"
require "rexml/document"

RSpec.describe Web::Roads do
  let(:client) { api(maren) }
  let(:crewed) { sent }
  let(:load_id) { crewed[0] }
  let(:trip) { DB[:trips].first(id: crewed[1]) }
  let(:delivery_id) { Store::Freight.stops(load_id).last[:id] }

  def way = client.call(:get, "/api/loads/#{load_id}/route")
  def reroute(via, stop_id: delivery_id, version: trip[:version], key: "bend the way #{via} #{stop_id}") =
    client.call(:post, "/api/trips/#{crewed[1]}/reroute", { key:, version:, stop_id:, via: })

  it "shows the way by part, leg and state, from where the truck is empty, and adds up" do
    parts = way[:parts]
    expect(parts.map { |part| part.values_at(:kind, :from, :to) }).to eq(
      [["deadhead", "Boise, ID", "Boise, ID"], ["loaded", "Boise, ID", "Pendleton, OR"]]
    )
    expect(parts.last[:legs].map { |leg| leg[:road] }).to include("I-84")
    expect(parts.last[:legs].sum { |leg| leg[:miles] }).to be_within(0.01).of(parts.last[:miles].to_f)
    expect(way[:turns].map { |turn| turn[:text] }.last).to eq("Arrive at Pendleton, OR.")
    kept = client.call(:get, "/api/loads/#{load_id}")[:trips][0]
    expect(kept[:stops].last[:by_state].sum { |row| BigDecimal(row[:miles]) }).to eq(
      BigDecimal(kept[:loaded_miles])
    )
    expect(kept).to include(
      miles_estimated: false,
      empty_from: "Boise, ID",
      empty_by_state: [include(state: "ID")]
    )
  end

  it "keeps a way that was bent, with what it changed, and pays by it" do
    before = trip[:loaded_miles]
    load = reroute([{ name: "Burns, OR" }])
    bent = load[:trips][0]
    expect(BigDecimal(bent[:loaded_miles])).to be > before + 50
    expect(bent[:stops].last).to include(
      direct_miles: Money.rate_text(before, places: 1),
      via: [include(name: "Burns, OR")]
    )
    # What the customer was quoted stands
    expect(load[:totals][:miles]).to eq(Money.rate_text(before, places: 1))
    expect(way[:parts].last[:miles]).to eq(bent[:loaded_miles])
    expect(Store::Company.audit("load", load_id).first).to include(act: "reroute_leg", who: "Maren Holt")
    deliver(crewed[1])
    expect(DB[:trip_earnings].first).to include(
      loaded_miles: BigDecimal(bent[:loaded_miles]),
      by_state: include(include("state" => "OR"))
    )
  end

  it "bends the empty way too, and straightens it again" do
    pickup_id = Store::Freight.stops(load_id).first[:id]
    empty = trip[:empty_miles]
    expect(
      BigDecimal(
        reroute([{ latitude: 43.58, longitude: -116.56 }], stop_id: pickup_id)[:trips][0][:empty_miles]
      )
    ).to be > empty + 20
    expect(
      BigDecimal(reroute([], stop_id: pickup_id, version: trip[:version] + 1)[:trips][0][:empty_miles])
    ).to eq(empty)
  end

  it "refuses a place nobody knows, a stop of another trip, and a way that somebody changed meanwhile" do
    reroute([{ name: "Nowhere, OR" }])
    expect(client.error.slice(:code, :path)).to eq({ code: "unknown_place", path: "/via/0" })
    reroute([{ latitude: 40.0, longitude: -130.0 }])
    expect(client.error.slice(:code, :path)).to eq({ code: "off_network", path: "/via/0" })
    reroute([], stop_id: delivery_id + 1000)
    expect(client.error.slice(:code, :path)).to eq({ code: "unknown_stop", path: "/stop_id" })
    reroute([{ name: "Burns, OR" }], version: trip[:version] + 5)
    expect(client.status).to eq(409)
    expect(DB[:trips].first(id: crewed[1])[:loaded_miles]).to eq(trip[:loaded_miles])
  end

  it "says what driving is left from the last check-in" do
    check_in(crewed[1], "accepted")
    check_in(crewed[1], "on_my_way")
    truck = way[:truck]
    expect(truck).to include(said: "on my way", left_minutes: way[:parts].sum { |part| part[:minutes] })
  end

  it "gives the way as GeoJSON and as GPX" do
    geojson = client.call(:get, "/api/loads/#{load_id}/route.geojson")
    expect(geojson[:features].map { |feature| feature[:geometry][:type] }.uniq).to eq(["LineString"])
    gpx = REXML::Document.new(client.call(:get, "/api/loads/#{load_id}/route.gpx"))
    expect(gpx.get_elements("//trkpt").length).to be > 10
  end

  it "estimates, and says so, where no road of ours goes" do
    id = book(to: "99501")
    expect(client.call(:get, "/api/loads/#{id}")[:totals]).to include(
      miles_estimated: true,
      legs: [include(estimated: true, by_state: [])]
    )
    expect(client.call(:get, "/api/loads/#{id}/route")).to include(
      parts: [include(estimated: true, legs: [])],
      turns: []
    )
  end
end
