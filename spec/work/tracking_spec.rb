# frozen_string_literal: true

require "app_helper"

RSpec.describe Work::Tracking do
  it "takes a load from accepted to delivered, and on to papers in" do
    load_id, trip_id = sent
    states = []
    check_in(trip_id, "accepted")
    states << load(load_id)[:status]
    check_in(trip_id, "on_my_way")
    states << load(load_id)[:status]
    %w[arrived loaded left arrived].each_with_index do |kind, i|
      check_in(trip_id, kind, at: now + (i * Given::HOUR))
    end
    check_in(trip_id, "delivered", at: now + (4 * Given::HOUR), signer: "R. Dock")
    states << load(load_id)[:status]
    keep_photo(trip_id)
    expect(states << load(load_id)[:status]).to eq(%w[accepted rolling delivered papers_in])
  end

  it "declines with a reason, frees the crew and opens the load again" do
    load_id, trip_id = sent
    expect { check_in(trip_id, "declined") }.to refuse("reason_missing", "/note")
    check_in(trip_id, "declined", note: "truck in the shop")
    expect(load(load_id).slice(:status, :crew)).to eq(status: "open", crew: nil)
    expect(DB[:trips].first(id: trip_id).slice(:status, :decline_reason)).to eq(
      status: "declined",
      decline_reason: "truck in the shop"
    )
    expect { Work::Freight::CrewLoad.call(load_id, crew, by: maren, now:) }.not_to raise_error
  end

  it "does not decline a trip that has begun" do
    _, trip_id = sent
    check_in(trip_id, "accepted")
    check_in(trip_id, "on_my_way")
    expect { check_in(trip_id, "declined", note: "tired") }.to refuse("not_now")
  end

  it "keeps one trip under way at a time" do
    _, first = sent
    _, second = sent(crew, at: now + (30 * Given::HOUR))
    [first, second].each { |trip_id| check_in(trip_id, "accepted") }
    check_in(first, "on_my_way")
    expect { check_in(second, "on_my_way") }.to refuse("another_under_way", "/kind")
  end

  it "does a check-in once for its key, as a phone coming out of a tunnel sends it" do
    _, trip_id = sent
    3.times { check_in(trip_id, "accepted", key: "tunnel key") }
    expect(DB[:check_ins].count).to eq(1)
  end

  it "is another driver's trip to nobody else" do
    _, trip_id = sent
    expect { check_in(trip_id, "accepted", by: driver("Nora Brandvold")) }.to raise_error(Store::NotFound)
  end

  it "keeps papers by what they are, whatever they are called" do
    _, trip_id = sent
    stop_id = Store::Freight.trip_stops(trip_id).first[:stop_id]
    keep = ->(content) do
      described_class::KeepPaper.call(trip_id, content, { kind: "bol", stop_id: }, driver:, now:)
    end
    expect { keep.call("MZ\x90\x00 not a picture".b) }.to refuse("not_a_picture")
    expect { keep.call("\x89PNG".b + ("x" * (15 * 1024 * 1024))) }.to refuse("too_large")
    keep.call(photo)
    expect(DB[:papers].first).to include(
      content_type: "image/jpeg", # written anew, found by what was sent
      sha256: Digest::SHA256.hexdigest(photo)
    )
  end

  it "has a link of the driver's own: long, random, kept as a digest, ending and revocable" do
    link = Store::Tracking.link_for(driver_id, now)
    token = Store::Tracking.token(link)
    expect([token.length >= 40, DB[:cab_links].get(:token_digest) == token]).to eq([true, false])
    expect(Store::Tracking.driver_by(token, now)[:id]).to eq(driver_id)
    expect(Store::Tracking.driver_by(token, now + (31 * 86_400))).to be_nil
    Store::Tracking.revoke_links(driver_id, now)
    expect(Store::Tracking.driver_by(token, now)).to be_nil
  end
end
