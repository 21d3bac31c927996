# frozen_string_literal: true

require "app_helper"
require "support/permit_desk"

# A load with a permit file goes one way, wherever it is looked at.
RSpec.describe "The way of an oversize load" do
  include_context "with a permit desk"

  # Eisenhower Tunnel on I-70 lets 13 ft 11 in through (posted by the Colorado DOT; in data/roads).
  let(:load_id) do
    pump_house(from: "80202", to: "81501").tap do |id|
      made(id)
      put_right(id, height_in: 172)
    end
  end
  let(:trip) { Store::Freight.live_trip(load_id) }

  def file_miles = file(load_id)[:states].sum { |one| one[:miles].to_d }
  def page = clerk.call(:get, "/api/loads/#{load_id}/route")
  def page_miles = page[:parts].select { |part| part[:kind] == "loaded" }.sum { |part| part[:miles].to_d }
  def kept =
    [
      DB[:trip_stops].where(trip_id: trip[:id]).sum(:miles),
      DB[:trips].where(id: trip[:id]).get(:loaded_miles)
    ]

  it "is found for its size: file, page, turns, sheet, phone and miles are of that one" do
    usual = Store::Roads::Leg.new(*Store::Freight.stops(load_id)).miles
    expect(file_miles).to be > usual + 5
    expect([page_miles, *kept]).to all(eq(file_miles))
    sheet = Reads::Freight::TripSheet.of(trip[:id]).way.journey
    expect(sheet.legs.map(&:road)).to include(
      *file(load_id)[:permits].first[:turns].map { |turn| turn[:road] } - ["local"]
    )
  end

  it "is bent once: the file's permits are asked for the way that is driven" do
    delivery = Store::Freight.stops(load_id).last[:id]
    clerk.call(
      :post,
      "/api/trips/#{trip[:id]}/reroute",
      { key: "over the south", version: trip[:version], stop_id: delivery, via: [{ name: "Pueblo, CO" }] }
    )
    roads = file(load_id)[:permits].first[:turns].map { |turn| turn[:road] }
    expect(roads.join(" ")).to include("US-50")
    expect([page_miles, *kept]).to all(eq(file_miles))
  end

  it "is the usual one again once it is no higher" do
    usual = Store::Roads::Leg.new(*Store::Freight.stops(load_id)).miles
    put_right(load_id, height_in: 160)
    expect([file_miles, page_miles, *kept]).to all(eq(usual))
  end

  context "when nobody has it yet" do
    let(:load_id) do
      company
      book(from: "80202", to: "81501", at: now + (20 * Given::HOUR)).tap { |id| made(id) }
    end
    let(:delivery) { Store::Freight.stops(load_id).last[:id] }

    def bend(name, **more) =
      clerk.call(
        :post,
        "/api/loads/#{load_id}/bend",
        {
          key: "bend by #{name}",
          version: Store::Freight.load(load_id)[:version],
          stop_id: delivery,
          via: [{ name: }],
          **more
        }
      )

    it "is bent before: its crew goes that way, and keeps it when the load is changed" do
      bend("Pueblo, CO")
      bent = page_miles
      expect([clerk.status, file_miles]).to eq([200, bent])
      expect(bent).to be > Store::Roads::Leg.new(*Store::Freight.stops(load_id)).miles + 50

      Work::Freight::CrewLoad.call(load_id, crew, by: maren, now:)
      expect([page_miles, *kept]).to all(eq(bent))
      expect(page[:parts].last[:via].map { |via| via[:name] }).to eq(["Pueblo, CO"])
      Work::Freight::TripPlan.follow_load(load_id)
      expect([page_miles, *kept]).to all(eq(bent))
      expect(DB[:trip_stops].where(stop_id: delivery).get(:direct_miles)).to be < bent - 50
    end

    it "is bent on its trip once a crew has it, and by who saw the load as it is" do
      stale = Store::Freight.load(load_id)[:version]
      bend("Pueblo, CO")
      expect(bend("Salida, CO", version: stale)).to include(error: a_hash_including(code: "stale"))
      Work::Freight::CrewLoad.call(load_id, crew, by: maren, now:)
      expect(bend("Salida, CO")).to include(error: a_hash_including(code: "has_trip"))
    end

    it "is bent no more once it is cancelled" do
      Work::Freight::CancelLoad.call(load_id, { key: "off", why: "Not needed" }, by: maren, now:)
      expect(bend("Pueblo, CO")).to include(error: a_hash_including(code: "under_way"))
    end
  end

  it "says where its size does not pass, and draws what a usual truck would drive" do
    load_id
    allow(Store::Roads::Leg).to receive(:way).and_wrap_original do |way, from, to, via, vehicle|
      if vehicle.height_in == 172
        raise Refused.new("no_way", "No way: Eisenhower Tunnel (13 ft 11 in).", path: "")
      end

      way.call(from, to, via, vehicle)
    end
    expect(page[:parts].last).to include(unfit: "No way: Eisenhower Tunnel (13 ft 11 in).", estimated: false)
  end
end
