# frozen_string_literal: true

require "app_helper"
require_relative "../support/posted_freight"

RSpec.describe Work::Market do
  include_context "with posted freight"
  let(:greta) { account("dispatcher", "Greta Lindqvist") }
  let(:dispatch) { api(maren) }

  # A driver at Boise with tractor and van, rested.
  def ready
    @ready ||=
      begin
        unit_id("T-101")
        unit_id("V-201")
        _, trip_id = sent(crew, from: "97801", to: "Boise, ID", at: now - (30 * Given::HOUR))
        DB[:trips].where(id: trip_id).update(status: "delivered")
        driver_id
      end
  end

  def rows(**more) = DB[:postings].order(:reference).where(more)
  def finds(**more) =
    dispatch.call(:get, "/api/market/finds?#{URI.encode_www_form(driver_id: ready, **more)}")

  describe "taking postings in" do
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
      answer = finds
      expect([answer[:rows].map { |row| row[:reference] }, answer[:doubtful]]).to eq([["P5"], 4])
    end

    it "loses and doubles nothing of a stream that is heard in pieces, twice, and from a dead worker again" do
      market = StandIns::Market.new(2)
      upto = now
      job = Jobs::PollMarket.new({})
      allow(job).to receive(:finish)
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
      allow(job).to receive(:finish)
      allow(service).to receive(:heard).and_call_original
      Timeout.timeout(60) { 2.times { job.run } }
      expect(service).to have_received(:heard).with(now - 60, now).once
      allow(service).to receive(:heard).and_return(
        Services::PostingService::Heard.new(heard_until: now, postings: [])
      )
      Clock.hold(now + 20)
      Timeout.timeout(60) { job.run }
    end

    it "finds the empty ways between towns near each other, a few at a time, and each once" do
      take(posting, posting("P2", origin: "Caldwell, ID"), posting("P3", origin: "Spokane, WA"))
      ways = Work::Market::LaneWays.new
      ends = -> { DB[:town_ways].count }
      before = ends.call
      towns = Store::Market::Looking.origins(now)
      ways.find_near(towns, 1)
      expect(ends.call).to eq(before + 1)
      2.times { Work::Market::LaneWays.new.find_near(towns, 100) }
      near = towns.select { |row| row[:state] == "ID" }
      expect(ends.call).to eq(before + near.permutation(2).count)
      expect(Work::Market::LaneWays.new.known(*near)[:miles_tenths]).to be_between(200, 400)
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
      allow(job).to receive_messages(finish: nil, warn: nil)
      allow(Services::PostingService.current).to receive(:heard).and_raise(Services::Unreachable, "away")
      job.run
      expect(DB[:market_feeds].count).to eq(0)
    end
  end

  describe "looking from a truck" do
    it "judges as Match judges the same facts" do
      take(posting(raw_weight: 44_000))
      driver = ready
      find = finds[:rows].first
      load_id =
        book(
          customer_id:,
          from: "Boise, ID",
          to: "Pendleton, OR",
          at: now + (3 * Given::HOUR),
          hours: 17,
          price: {
            kind: "flat",
            rate: "1200.00",
            accessorials: []
          }
        )
      stops = DB[:stops].where(load_id:).order(:position)
      stops.where(position: 0).update(to_at: now + (6 * Given::HOUR))
      stops.exclude(position: 0).update(from_at: nil, to_at: now + (20 * Given::HOUR))
      match = dispatch.call(:get, "/api/match/compare?load_id=#{load_id}&drivers=#{driver}").first
      full = dispatch.call(:get, "/api/market/postings/#{posting_id}?driver_id=#{driver}")
      same = %i[verdict deadhead_miles loaded_miles slack_minutes ends_at money reasons gross planned]
      expect(full[:plan].slice(*same)).to eq(match.slice(*same))
      expect(find[:fit][:money][:profit].to_f).to be_within(1).of(match[:money][:profit].to_f)
      asked = dispatch.call(:get, "/api/market/postings/#{posting_id}?driver_id=#{driver}&amount=300")
      expect(asked[:price]).to include(
        amount: "300.00",
        margin: (300 - asked[:price][:floor].to_d).then { |left| format("%.2f", left) }
      )
    end

    it "shows the same freight once, by its best price, with who else posts it" do
      take(posting("P1", rate_cents: 1_100_00), posting("P2"), posting("P3", rate_cents: nil))
      find = finds[:rows]
      expect(
        [find.length, find[0][:reference], find[0][:others].map { |other| [other[:reference], other[:rate]] }]
      ).to eq([1, "P2", [%w[P1 1100.00], ["P3", nil]]])
    end

    it "asks by empty miles, states and what was set aside" do
      take(
        posting("P1"),
        posting("P2", destination: "Ogden, UT"),
        posting("P3", origin: "Ogden, UT", destination: "Boise, ID")
      )
      found = ->(**wish) { finds(**wish)[:rows].map { |row| row[:reference] }.sort }
      expect(found.call).to eq(%w[P1 P2])
      expect(found.call(radius_miles: 400)).to eq(%w[P1 P2 P3])
      expect(found.call(to: "UT")).to eq(["P2"])
      expect(found.call(avoid: "UT")).to eq(["P1"])
      dispatch.call(:put, "/api/market/postings/#{posting_id}/aside", { aside: true })
      expect([found.call, found.call(hidden: true)]).to eq([["P2"], %w[P1 P2]])
      expect(api(greta).call(:get, "/api/market/finds?driver_id=#{driver_id}")[:rows].length).to eq(2)
    end

    it "says what speaks against the poster, and puts him last who may not broker" do
      take(posting("P1", poster: revoked.number, rate_cents: 5_000_00), posting("P2", raw_weight: 30_000))
      found = finds[:rows]
      expect(found.map { |row| row[:reference] }).to eq(%w[P2 P1])
      expect(found.last[:reasons].map { |reason| reason[:code] }).to include("authority_not_active")
    end
  end

  describe "an offer" do
    it "is one of the company for the same freight, and says who is on it" do
      take(posting("P1"), posting("P2", rate_cents: 1_150_00))
      offer
      expect { offer(reference: "P2", by: greta) }.to raise_error(
        Refused,
        /Maren Holt has offered 1200.00 dollars/
      ) { |e| expect(e.code).to eq("offer_out") }
      dispatch.call(:put, "/api/market/offers/#{DB[:offers].get(:id)}/withdraw", { version: 0 })
      expect { offer(reference: "P2", by: greta) }.to change { DB[:offers].count }.by(1)
    end

    {
      "posting_gone" => ->(one) { [one.call(state: "gone", at: Given::NOW)] },
      "posting_doubtful" => ->(one) { [one.call(rate_cents: 100)] }
    }.each do |code, taken|
      it "is refused: #{code}" do
        take(*taken.call(->(**more) { posting(**more) }))
        expect { offer }.to raise_error(Refused) { |e| expect(e.code).to eq(code) }
      end
    end

    it "is refused where the poster may not broker, and at booking once more" do
      take(posting("P1", poster: revoked.number), posting("P2"))
      expect { offer }.to raise_error(Refused) { |e| expect(e.code).to eq("poster_blocked") }
      id = offer(reference: "P2")
      DB[:offers].update(state: "accepted")
      DB[:brokers].update(authority: "revoked")
      expect { Work::Market::BookOffer.call(id, { key: "book-it-1" }, by: maren, now:) }.to raise_error(
        Refused
      ) { |e| expect(e.code).to eq("poster_blocked") }
    end

    it "goes once to the service, is answered, and becomes a load with its facts and references" do
      take(posting)
      id = offer("1200.00", note: "Two drivers near.", driver_id: ready)
      2.times { send_offers }
      sent = File.readlines(offers_file).map { |line| JSON.parse(line)["text"] }
      expect(sent).to eq(
        [
          "Juniper Fork Haulage offers $1,200.00 for P1. Our reference: #{DB[:offers].get(:reference)}. Two drivers near."
        ]
      )
      Work::Market::TakeAnswer.call(
        Services::PostingService::Answer.new(receipt: "R1", answer: "countered", amount_cents: 1_150_00),
        now:
      )
      expect(DB[:offers].first(id:).slice(:state, :counter)).to eq(state: "countered", counter: 1150)
      load_id =
        dispatch
          .call(:post, "/api/market/offers/#{id}/book", { key: "book-it-2" })
          .then { |said| said[:load_id] || raise(said.to_s) }
      again = dispatch.call(:post, "/api/market/offers/#{id}/book", { key: "book-it-2" })[:load_id]
      expect(again).to eq(load_id)
      row = load(load_id)
      expect(row.slice(:status, :origin, :destination, :total)).to eq(
        status: "open",
        origin: "Boise, ID",
        destination: "Pendleton, OR",
        total: 1150
      )
      delivery = DB[:stops].where(load_id:).order(:position).last
      expect(delivery.slice(:from_at, :to_at)).to eq(from_at: nil, to_at: now + (20 * Given::HOUR))
      expect(DB[:load_references].where(load_id:).select_map(:value)).to contain_exactly(
        "P1",
        DB[:offers].get(:reference)
      )
      expect(DB[:customers].first(id: row[:customer_id])[:name]).to eq(sound.name)
      expect { Work::Market::BookOffer.call(id, { key: "book-it-3" }, by: greta, now:) }.to raise_error(
        Refused
      ) { |e| expect(e.code).to eq("offer_not_accepted") }
      expect { Work::Market::WithdrawOffer.call(id, version: 2, by: greta, now:) }.to raise_error(
        Refused
      ) { |e| expect(e.code).to eq("offer_settled") }
    end

    it "is answered by the stand-in's posters, some never" do
      take(posting)
      offer
      send_offers
      service = Services::PostingService.current
      wall[0] += 3600
      expect(service.answers(["R1"]).map(&:answer)).to eq(["lost"])
      expect(service.answers([])).to eq([])
    end
  end

  describe "chains" do
    it "brings a driver home by a date for the most profit, and names what it was made of" do
      take(
        posting("P1", destination: "Spokane, WA", rate_cents: 1_500_00),
        posting(
          "P2",
          origin: "Spokane, WA",
          destination: "Boise, ID",
          pickup_from: now + (20 * Given::HOUR),
          pickup_to: now + (40 * Given::HOUR),
          deliver_by: now + (72 * Given::HOUR),
          rate_cents: 1_600_00
        ),
        posting("P3", destination: "Ogden, UT", rate_cents: 1_900_00, raw_weight: 30_000)
      )
      path = ->(**more) do
        "/api/market/chains?#{URI.encode_www_form(driver_id: ready, to: "Boise, ID", by: (now + (80 * Given::HOUR)).iso8601, **more)}"
      end
      answer = dispatch.call(:get, path.call)
      expect(answer[:chains].map { |chain| chain[:links].map { |link| link[:reference] } }).to eq([%w[P1 P2]])
      expect(answer[:chains].first[:revenue]).to eq("3100.00")
      expect(dispatch.call(:get, path.call(without: posting_id("P1")))[:chains]).to eq([])
      expect(dispatch.call(:get, path.call(to: "Nowhere, ID"))[:error]).to include(
        code: "unknown_place",
        path: "/to"
      )
      expect(dispatch.call(:get, path.call(by: (now - 60).iso8601))[:error]).to include(
        code: "ends_before_start",
        path: "/by"
      )
    end
  end

  it "finds brokers by number and by a part of the name" do
    number = dispatch.call(:get, "/api/market/brokers?q=#{sound.number}")
    expect(number.map { |row| row[:name] }).to eq([sound.name])
    expect(
      dispatch
        .call(:get, "/api/market/brokers?q=#{sound.name[0, 6].downcase}")
        .map { |row| row[:authority_number] }
    ).to include(sound.number)
  end
end
