# frozen_string_literal: true

require "app_helper"
require "rexml/document"

# What a phone tells that cannot be is kept as it was said, and marked.
RSpec.describe "What cannot be" do
  def findings(trip_id) = DB[:trips].where(id: trip_id).get(:findings).to_a.map { |found| found["code"] }

  it "keeps an arrival two seconds after leaving a town far away, and marks it until it is put right" do
    load_id, trip_id = sent
    %w[accepted on_my_way arrived loaded left].each { |kind| check_in(trip_id, kind) }
    check_in(trip_id, "arrived", at: now + 2, sure: true)
    expect(load(load_id)[:status]).to eq("rolling")
    expect(findings(trip_id)).to eq(["too_fast"])
    text = DB[:trips].where(id: trip_id).get(:findings).to_a.first["text"]
    expect(text).to end_with("The driver says that it is so.")
    told = DB[:check_ins].where(trip_id:, kind: "arrived").order(:id).last
    check_in(
      trip_id,
      "corrected",
      at: now + (6 * Given::HOUR),
      corrects: told[:key] || "check-in #{told[:id]}",
      note: "Too early"
    )
    expect(findings(trip_id)).to be_empty
  end

  it "marks what the phone told far from the stop" do
    _, trip_id = sent
    check_in(trip_id, "accepted")
    check_in(trip_id, "on_my_way")
    check_in(trip_id, "arrived", latitude: 47.6, longitude: -117.4)
    expect(findings(trip_id)).to eq(["far_away"])
  end

  it "keeps that the driver says his report is right, and moves nothing by it" do
    load_id, trip_id = sent
    check_in(trip_id, "accepted")
    check_in(trip_id, "confirmed", at: now + 60)
    expect(load(load_id)[:status]).to eq("accepted")
    pdf = PDF::Reader.new(StringIO.new(Papers::TripReport.new(trip_id).render)).pages.map(&:text).join
    expect(pdf).to include("Wade Ferris said on", "that it is right")
  end

  it "gives the phone the truck's own way, and moves a paper to the stop that it is of" do
    _, trip_id = sent
    check_in(trip_id, "accepted")
    keep_photo(trip_id)
    phone = api.as_driver(driver.id)
    way = REXML::Document.new(phone.call(:get, "/api/cab/trips/#{trip_id}/way.gpx"))
    expect(way.get_elements("//trkpt").length).to be > 10
    papers = -> do
      phone.call(:get, "/api/cab")[:trips].first[:stops].map do |stop|
        stop[:papers].map { |paper| paper[:id] }
      end
    end
    (paper_id,), = papers.call
    last = Store::Freight.trip_stops(trip_id).all.last[:stop_id]
    move = { key: "to the delivery", stop_id: last }
    2.times { phone.call(:post, "/api/cab/papers/#{paper_id}/stop", move) }
    expect(papers.call).to eq([[], [paper_id]])
    wrong = phone.call(:post, "/api/cab/papers/#{paper_id}/stop", { key: "to nowhere", stop_id: last + 99 })
    expect(wrong[:error]).to include(code: "unknown_stop", path: "/stop_id")
    other = api.as_driver(add(:drivers, name: "Ida Moe", number: "9", terminal_id:, loaded_mile_rate: "0.5"))
    expect(
      other.call(:post, "/api/cab/papers/#{paper_id}/stop", { **move, key: "not mine at all" })[:error]
    ).to include(code: "not_found")
  end
end
