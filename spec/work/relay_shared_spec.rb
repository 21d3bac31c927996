# frozen_string_literal: true

require "app_helper"

# Boise to Fargo, Caldwell to Billings, and Miles City to Bismarck on one truck; at Billings another crew takes over.
RSpec.describe "A relay of a trip with several loads" do
  let(:client) { api(maren) }
  let(:across) { partial(10_000, from: "83702", to: "58102", at: now + (2 * Given::HOUR), hours: 44) }
  let(:west) { partial(8_000, from: "83605", to: "59101", at: now + (3 * Given::HOUR), hours: 14) }
  let(:east) { partial(9_000, from: "59301", to: "58501", at: now + (30 * Given::HOUR), hours: 8) }
  let(:all) { [across, west, east] }
  let(:first) { Store::Freight.live_trips(across).first }
  let(:second) { Store::Freight.live_trips(across).last }

  before do
    Clock.hold(now)
    Work::Freight::CrewLoad.call(across, crew, by: maren, now:)
    [west, east].each do |load_id|
      Work::Freight::JoinTrip.call(
        load_id,
        { trip_id: Store::Freight.live_trip(across)[:id], key: "joins #{load_id}" },
        by: maren,
        now:
      )
    end
    Work::Freight::SendLoad.call(across, {}, by: maren, now:)
  end

  after { Clock.hold(nil) }

  def delivery(load_id) = Store::Freight.stops(load_id).last[:id]
  def kinds(trip) = Work::Freight::TripPlan.rows(trip[:id]).map { |row| [row[:load_id], row[:kind]] }
  def states = all.map { |id| load(id).values_at(:status, :crew) }
  def relay(load_id: across, **more)
    input = {
      key: "relay #{load_id} #{more}",
      after: delivery(west),
      where: "59101",
      at: (now + (20 * Given::HOUR)).iso8601,
      driver_ids: [driver_id("Una Blank")],
      tractor_id: unit_id("T-102")
    }
    client.call(:post, "/api/loads/#{load_id}/relay", input.merge(more))
  end

  def undo(load_id, key: "undo it #{load_id}") =
    client.call(:delete, "/api/loads/#{load_id}/relay", { key:, why: "He makes it alone" })

  it "hands over what is aboard, leaves what is delivered before, and moves what is picked up later" do
    relay(load_id: west)
    expect([kinds(first), kinds(second)]).to eq(
      [
        [[across, "pickup"], [west, "pickup"], [west, "delivery"], [nil, "swap"]],
        [[nil, "swap"], [east, "pickup"], [east, "delivery"], [across, "delivery"]]
      ]
    )
    expect(states).to eq(
      [["sent", "Wade Ferris, then Una Blank"], ["sent", "Wade Ferris"], ["sent", "Una Blank"]]
    )
    shown = client.call(:get, "/api/loads/#{east}")
    expect(shown[:trips].map { |trip| trip[:stops].map { |stop| stop[:load] } }).to eq(
      [[nil, load(east)[:number], load(east)[:number], load(across)[:number]]]
    )
    expect(client.call(:get, "/api/loads/#{across}/deck")[:legs].map { |leg| leg[:loads].length }).to eq(
      [1, 2, 1]
    )
  end

  it "is undone from any of its loads, with the same stops in the same order" do
    before = kinds(first)
    all.each do |load_id|
      relay(key: "once again #{load_id}")
      expect(kinds(first)).not_to eq(before)
      undo(load_id)
      expect(kinds(first)).to eq(before)
      expect(states).to eq([["sent", "Wade Ferris"]] * 3)
    end
    expect(undo(west, key: "once more")[:error]).to include(code: "nothing_to_undo")
  end

  it "leaves a gap for what is aboard, and opens what was to be picked up later, when the second crew declines" do
    relay
    check_in(second[:id], "declined", by: driver("Una Blank"), note: "My truck is down")
    expect(states).to eq([["sent", "Wade Ferris"], ["sent", "Wade Ferris"], ["open", nil]])
    rows = client.call(:get, "/api/today")[:rows].select { |row| row[:kind] == "uncovered" }
    expect(rows.map { |row| row[:address] }).to contain_exactly("/freight/#{across}", "/match?load=#{east}")
    relay(key: "another crew", driver_ids: [driver_id("Rex Three")], tractor_id: unit_id("T-103"))
    expect(states).to eq([["sent", "Wade Ferris, then Rex Three"], ["sent", "Wade Ferris"], ["open", nil]])
  end

  it "is no relay any more when the only load that goes over is taken off" do
    relay
    client.call(:delete, "/api/loads/#{across}/crew", { key: "taken off", why: "The customer waits" })
    expect(states).to eq([["open", nil], ["sent", "Wade Ferris"], ["sent", "Una Blank"]])
    expect([west, east].map { |id| kinds(Store::Freight.live_trip(id)).map(&:last) }).to eq(
      [%w[pickup delivery]] * 2
    )
  end

  it "is driven by both to the end, each load delivered where it is, nobody told back" do
    relay
    tell(first, "Wade Ferris", now, %w[loaded loaded delivered swapped])
    expect(states.map(&:first)).to eq(%w[rolling delivered sent])
    tell(second, "Una Blank", now + (22 * Given::HOUR), %w[swapped loaded delivered delivered])
    expect(states.map(&:first)).to eq(%w[delivered delivered delivered])
  end

  def tell(trip, name, begins, work)
    by = driver(name)
    at = begins
    check_in(trip[:id], "accepted", at:, by:)
    check_in(trip[:id], "on_my_way", at:, by:)
    stops = Store::Freight.trip_stops(trip[:id]).all
    stops.zip(work) do |stop, kind|
      about = { by:, stop_id: stop[:stop_id] }
      check_in(trip[:id], "arrived", at: at += Given::HOUR, **about)
      check_in(trip[:id], kind, at: at += 600, **about, **(kind == "delivered" ? { signer: "R. Dock" } : {}))
      check_in(trip[:id], "left", at: at += 60, **about) unless stop == stops.last
    end
  end

  it "leaves with the first crew what it has delivered already, though nobody said that it came" do
    [["accepted", nil], ["on_my_way", nil], ["delivered", delivery(east)]].each do |kind, stop_id|
      check_in(first[:id], kind, stop_id:, signer: "R. Dock")
    end
    expect(relay[:error]).to include(code: "too_late", path: "/after")
    expect(load(east)[:status]).to eq("delivered")
  end

  it "refuses a cut where nothing goes over, one before a relay that is there, and another crew's stops" do
    expect(relay(after: delivery(across))[:error]).to include(code: "nothing_to_relay", path: "/after")
    expect(relay(at: (now + (60 * Given::HOUR)).iso8601)[:error]).to include(code: "swap_out_of_order")
    relay(key: "good one")
    expect(relay(load_id: west, after: Store::Freight.stops(west).first[:id])[:error]).to include(
      code: "relayed_behind",
      message: a_string_including("hands over to Una Blank already")
    )
    expect(relay(after: delivery(west))[:error]).to include(code: "nothing_to_relay")
  end
end
