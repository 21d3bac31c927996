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
end
