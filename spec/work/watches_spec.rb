# frozen_string_literal: true

require "app_helper"
require_relative "../support/posted_freight"

RSpec.describe Work::Market::Watch do
  include_context "with posted freight"
  let(:greta) { account("dispatcher", "Greta Lindqvist") }
  let(:dispatch) { api(maren) }
  let(:others) { api(greta) }

  def watch(client = dispatch, **more) =
    client.call(
      :post,
      "/api/market/watches",
      { key: SecureRandom.hex(8), driver_id: ready, radius_miles: 150, **more }
    )

  def look(at = now + 10) = Work::Market::RunWatches.call(at)
  # As the worker takes it in, so many seconds after the watch began.
  def come(*postings, after: 5) =
    Work::Market::TakePostings.call("postings", postings, heard_until: now + after, now: now + after)
  def board(client = dispatch, **more) = client.call(:get, "/api/market/watches?#{URI.encode_www_form(more)}")
  def found(client = dispatch, **more) = board(client, **more)[:finds].map { |find| find[:reference] }

  it "finds what comes, once, and nothing that the truck cannot take or that leaves too little" do
    come(posting("OLD", raw_weight: 11_000), after: -60)
    come(posting("JUST", raw_weight: 9_000), after: -59)
    watch(to: ["OR"], least_profit: "100.00")
    come(
      posting("P1"),
      posting("P2", destination: "Ogden, UT"),
      posting("P3", rate_cents: 60_00, pickup_to: now + (7 * Given::HOUR)),
      posting("P4", origin: "Portland, OR", destination: "Bend, OR"),
      posting("P5", poster: revoked.number, raw_weight: 10_000),
      posting("P6", trailer_kind: "flatbed"),
      posting("P7", pickup_from: now - 7200, pickup_to: now - 3600, deliver_by: now + 7200)
    )
    look
    come(posting("P1", revision: 2), posting("P8", raw_weight: 20_000, rate_cents: 1_500_00), after: 15)
    look(now + 20)
    look(now + 30)
    expect([found, board[:watches].first.slice(:found, :unseen, :mine)]).to eq(
      [%w[P8 P1 JUST], { found: 3, unseen: 3, mine: true }]
    )
    expect(dispatch.call(:get, "/api/market/watches/unseen")).to eq(unseen: 3)
    expect(board[:finds].last[:trucks].first).to include(
      driver: DB[:drivers].where(id: driver_id).get(:name),
      verdict: "tight"
    )
  end

  it "asks for all that looking asks for" do
    watch(
      ends_at: "Pendleton, OR",
      ends_miles: 30,
      exactly: true,
      pickup_to: (now + (10 * Given::HOUR)).iso8601
    )
    come(posting("P1"), posting("P2", destination: "Ogden, UT"))
    come(
      posting(
        "P3",
        raw_weight: 9_000,
        pickup_from: now + (12 * Given::HOUR),
        pickup_to: now + (16 * Given::HOUR)
      )
    )
    look
    expect([found, board[:watches].first.slice(:ends_at, :ends_miles, :exactly)]).to eq(
      [["P1"], { ends_at: "Pendleton, OR", ends_miles: 30, exactly: true }]
    )
    expect(watch(ends_at: "Nowhere, OR")[:error]).to include(code: "unknown_place", path: "/ends_at")
  end

  it "misses nothing where it is killed between two lines, and finds nothing twice" do
    watch
    come(posting("P1"), posting("P2", raw_weight: 12_000))
    allow(Store::Changes).to receive(:announce).and_raise(Sequel::DatabaseDisconnectError)
    expect { look }.to raise_error(Sequel::DatabaseDisconnectError)
    expect(found).to eq([])
    allow(Store::Changes).to receive(:announce).and_call_original
    2.times { look }
    expect(found.sort).to eq(%w[P1 P2])
  end

  it "accounts for every posting of a stream, in pieces of any size" do
    watch(radius_miles: 1000)
    stream = StandIns::Market.new(2).events(now, now + 3600)
    heard = Services::PostingService.current.heard(now, now + 3600)
    dice = Random.new(5)
    after = 0
    heard
      .postings
      .each_slice(1 + dice.rand(9)) do |slice|
        Work::Market::TakePostings.call("postings", slice, heard_until: now, now: now + (after += 1))
        look(now + after)
      end
    wish = Work::Market::RunWatches.wish(DB[:watches].first)
    whole = Work::Market::Look.new(now + after, maren).call(wish).finds
    fitting =
      whole.select do |find|
        %w[fits tight].include?(find.fit.judgement.verdict) && !find.blocked? &&
          (find.row[:rate].nil? || !find.fit.judgement.money.profit.negative?)
      end
    expect([stream.length, fitting.length]).to match([be > 200, be > 2])
    expect(fitting.map { |find| find.row[:freight_key] } - DB[:watch_finds].select_map(:freight_key)).to eq(
      []
    )
  end

  it "shows the same freight once for several trucks, and who looked; each sees whose he wants" do
    watch
    watch(others, radius_miles: 100)
    come(posting("P1"))
    look
    expect([found, found(others), found(all: true)]).to eq([["P1"]] * 3)
    both = board(all: true)[:finds].first
    expect(both[:trucks].map { |truck| truck[:who] }).to contain_exactly("Maren Holt", "Greta Lindqvist")
    ids = both[:trucks].map { |truck| truck[:find_id] }
    dispatch.call(:put, "/api/market/watch-finds", { ids:, state: "seen" })
    expect(board(others)[:finds].first.then { |find| [find[:new], find[:trucks].first[:seen_by]] }).to eq(
      [false, "Maren Holt"]
    )
    expect(others.call(:get, "/api/market/watches/unseen")).to eq(unseen: 0)
  end

  it "passes a find, or sets it aside until an hour that is to come" do
    watch
    come(posting("P1"), posting("P2", raw_weight: 12_000))
    look
    first, second = board[:finds].map { |find| find[:trucks].first[:find_id] }
    settle = ->(ids, **more) { dispatch.call(:put, "/api/market/watch-finds", { ids:, **more }) }
    settle.call([first], state: "passed")
    expect(settle.call([second], state: "later")).to include(error: include(code: "wrong_hour"))
    expect(settle.call([second], state: "later", later_at: now.iso8601)).to include(
      error: include(code: "wrong_hour", path: "/later_at")
    )
    settle.call([second], state: "later", later_at: (now + 1800).iso8601)
    expect(found).to eq([])
    Clock.hold(now + 1801)
    expect(found.length).to eq(1)
    # Passed by mistake.
    settle.call([first], state: "new")
    expect(found.length).to eq(2)
  end

  it "is handed over with the truck, taken over by a colleague, and ended by one of two who both want to" do
    watch
    run = board[:watches].first
    expect(watch).to include(error: include(code: "watched_already"))
    expect(watch(radius_miles: 50, until: (now - 1).iso8601)).to include(
      error: include(code: "over_already", path: "/until")
    )
    expect(watch(radius_miles: 0)).to include(error: include(path: "/radius_miles"))
    dispatch.call(
      :post,
      "/api/hand-overs",
      { key: SecureRandom.hex(8), to_id: greta.id, driver_ids: [driver_id], notes: "" }
    )
    expect([board[:watches], board(others)[:watches].length]).to eq([[], 1])
    stale = dispatch.call(:put, "/api/market/watches/#{run[:id]}/end", { version: run[:version] })
    expect(stale.dig(:error, :code)).to eq("stale")
    taken = board(all: true)[:watches].first
    dispatch.call(:put, "/api/market/watches/#{run[:id]}/take", { version: taken[:version] })
    expect(board[:watches].length).to eq(1)
    dispatch.call(:put, "/api/market/watches/#{run[:id]}/end", { version: taken[:version] + 1 })
    dispatch.call(:put, "/api/market/watches/#{run[:id]}/end", { version: taken[:version] + 1 })
    come(posting("P1"))
    look
    expect([board[:watches], DB[:watch_finds].count]).to eq([[], 0])
  end

  it "counts what went by, and mails who is away once in a while what came since" do
    watch
    mails = -> { DB[:mails].order(:id).select_map(%i[subject body]) }
    come(posting("P0", raw_weight: 9_000))
    look
    expect(mails.call).to eq([])
    DB[:account_active_session_keys].update(last_use: Sequel.lit("now() - interval '1 hour'"))
    look(now + 11)
    come(
      posting("P2", raw_weight: 12_000),
      posting("P0", raw_weight: 9_000, revision: 2, state: "gone"),
      after: 15
    )
    look(now + 20)
    expect(mails.call.map(&:first)).to eq(["1 found by your watches"])
    expect(mails.call.first.last).to match(
      /Wade Ferris: Boise, ID to Pendleton, OR, \$1,200\.00, leaves \$[\d,.]+, P0/
    )
    expect(board[:watches].first).to include(found: 2, unseen: 1, went_by: 1)
    # What came within the while is told in the next one, and nothing twice.
    DB[:account_active_session_keys].update(last_use: Sequel.lit("now() - interval '1 hour'"))
    2.times { look(now + 912) }
    expect(mails.call.map(&:first)).to eq(["1 found by your watches"] * 2)
    expect(mails.call.last.last).to include(", P2")
  end
end
