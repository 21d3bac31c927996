# frozen_string_literal: true

require "app_helper"
require_relative "../support/posted_freight"

RSpec.describe Work::Market::TakePostings do
  include_context "with posted freight"

  def rows(**more) = DB[:postings].order(:reference).where(more)

  it "keeps the latest revision whatever the order and however often they come" do
    first = posting
    second = posting(revision: 2, rate_cents: 1_300_00)
    gone = posting(revision: 3, state: "gone", at: now, rate_cents: 1_300_00)
    [[first, second], [second], [gone], [first], [second, gone]].each { |events| take(*events) }
    expect(rows.select_map(%i[revision rate])).to eq([[3, 1300]])
    expect(rows.get(:gone_at)).to eq(now)
  end

  it "keeps what cannot be believed, with what is wrong, and judges it not" do
    take(
      posting("P1", raw_weight: "42k"),
      posting("P2", rate_cents: 100),
      posting("P3", origin: "Boyse, ID"),
      posting("P4", deliver_by: now),
      posting("P5")
    )
    expect(rows.select_map(:doubts).map(&:length)).to eq([1, 1, 1, 1, 0])
    answer = api(maren).call(:get, "/api/market/finds?driver_id=#{ready}")
    expect([answer[:rows].map { |row| row[:reference] }, answer[:doubtful]]).to eq([["P5"], 4])
  end

  it "loses and doubles nothing of a stream that is heard in pieces, twice, and from a dead worker again" do
    market = StandIns::Market.new(2)
    upto = now
    job = Jobs::PollMarket.new({})
    allow(job).to receive(:destroy)
    service = Services::PostingService.current
    heard = service.heard(now - 7200, now - 3600)
    take(*heard.postings)
    DB[:market_feeds].update(heard_until: now - 7200)
    job.run
    events = market.events(now - 7200, upto)
    last =
      events
        .group_by { |event| event[:reference] }
        .transform_values { |list| list.map { |event| event[:revision] }.max }
    expect(rows.select_hash(:reference, :revision)).to eq(last)
    expect(rows.exclude(gone_at: nil).count).to eq(events.count { |event| event[:state] == "gone" })
  end

  it "asks once up to the present, and next time from there, between two seconds too" do
    service = Services::PostingService.current
    DB[:market_feeds].insert(service: "postings", heard_until: now - 60, heard_at: now)
    Clock.hold(now + 0.5)
    job = Jobs::PollMarket.new({})
    allow(job).to receive(:destroy)
    allow(service).to receive(:heard).and_call_original
    Timeout.timeout(60) { 2.times { job.run } }
    expect(service).to have_received(:heard).with(now - 60, now).once
    allow(service).to receive(:heard).and_return(
      Services::PostingService::Heard.new(heard_until: now, postings: [], unreadable: [])
    )
    Clock.hold(now + 20)
    Timeout.timeout(60) { job.run }
  end

  it "finds the empty ways between towns near each other, each once" do
    take(posting, posting("P2", origin: "Caldwell, ID"), posting("P3", origin: "Spokane, WA"))
    loaded = rows.select_map(%i[origin_town destination_town]).uniq.length
    near = Store::Market::Looking.origins(now).select { |row| row[:state] == "ID" }
    expect(DB[:town_ways].count).to eq(loaded + near.permutation(2).count)
    expect(Work::Market::LaneWays.new.known(*near)[:miles_tenths]).to be_between(200, 400)
    expect { take(posting("P4", revision: 2)) }.not_to(change { DB[:town_ways].count })
  end

  it "lets one that cannot be read stop none of the others, and tells of it" do
    said =
      JSON.parse(
        stand_in.call(
          Rack::MockRequest.env_for("/v1/postings?since=#{(now - 3600).iso8601}&until=#{now.iso8601}")
        )[
          2
        ].join
      )
    broken =
      [
        { "state" => "sold" },
        { "rate" => "1e9" },
        { "rate" => "-5.00" },
        { "revision" => "two" },
        { "note" => "a\u0000b" },
        { "pickup_from" => "soon" },
        { "length_ft" => 99_999_999_999 },
        { "poster" => 7 },
        { "reference" => "x" * 1001 }
      ].map { |more| said["events"].first.merge("reference" => "B", **more) }
    said["events"] = [*broken, *said["events"]]
    allow(Services::Client).to receive(:new).and_wrap_original do |make, *arguments, **more|
      make
        .call(*arguments, **more)
        .tap { |client| allow(client).to receive(:get).and_return(JSON.generate(said)) }
    end
    heard =
      Services::PostingService.new(Services::Client.new("a service", "http://postings.example")).heard(
        now - 3600,
        now
      )
    expect([heard.unreadable.length, heard.postings.length]).to eq(
      [broken.length, said["events"].length - broken.length]
    )
    job = Jobs::PollMarket.new({})
    told = []
    allow(job).to receive(:warn) { |line| told << line }
    job.send(:tell_unreadable, heard.unreadable)
    expect(told.length).to eq(broken.length)
  end

  it "forgets what is long gone, but for what was offered for" do
    long_ago = now - (101 * 86_400)
    take(posting("P1"), posting("P2"), posting("P3", raw_weight: 1000))
    offer(reference: "P1")
    rows.where(reference: %w[P1 P2]).update(gone_at: long_ago)
    Work::Market::TakeRegister.call([], now:)
    expect(rows.select_map(:reference)).to eq(%w[P1 P3])
  end

  it "waits out a service that is away, and reaches back" do
    job = Jobs::PollMarket.new({})
    allow(job).to receive_messages(destroy: nil, warn: nil)
    waits = -> do
      DB[:que_jobs].delete
      job.run
      DB[:que_jobs].where(job_class: "Jobs::PollMarket").get(:run_at) - Time.now
    end
    allow(Services::PostingService.current).to receive(:heard).and_raise(Services::Unreachable, "away")
    expect(waits.call).to be_between(8, 10)
    expect(DB[:market_feeds].count).to eq(0)
    allow(Services::PostingService.current).to receive(:heard).and_call_original
    expect([waits.call, DB[:market_feeds].count]).to match([be < 2, 1])
  end
end
