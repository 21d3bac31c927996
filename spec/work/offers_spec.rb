# frozen_string_literal: true

require "app_helper"
require_relative "../support/posted_freight"

RSpec.describe Work::Market::MakeOffer do
  include_context "with posted freight"
  let(:greta) { account("dispatcher", "Greta Lindqvist") }
  let(:dispatch) { api(maren) }

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

  it "is not taken back by who looks at it as it was before the answer" do
    take(posting("P1"))
    id = offer
    DB[:offers].where(id:).update(state: "countered", counter: 1_300, version: 1)
    said = dispatch.call(:put, "/api/market/offers/#{id}/withdraw", { version: 0 })
    expect([said.dig(:error, :code), DB[:offers].get(:state)]).to eq(%w[stale countered])
  end

  it "goes with a mail as it was left, with our number in it" do
    take(posting("P1"))
    draft = dispatch.call(:get, "/api/market/postings/#{posting_id}/letter?amount=1200.00&note=Two%20drivers")
    expect(draft[:to]).to eq(sound.email)
    expect(draft[:body]).to include(
      "$1,200.00 all in for P1, Boise, ID to Pendleton, OR",
      "Two drivers",
      "Maren Holt"
    )
    sent = {
      key: "letter-of-p1",
      posting_id:,
      amount: "1200.00",
      letter: {
        subject: draft[:subject],
        body: "Ours: {our reference}"
      }
    }
    2.times { dispatch.call(:post, "/api/market/offers", sent) }
    expect(DB[:mails].where(to: sound.email).select_map(%i[subject body])).to match(
      [
        [
          end_with("our offer MK-#{DB[:offers].get(:reference)[/\d+/]}"),
          "Ours: #{DB[:offers].get(:reference)}"
        ]
      ]
    )
    expect(dispatch.call(:get, "/api/market/offers").first).to include(
      mailed_to: sound.email,
      confirmed: false
    )
  end

  it "is held against the rate confirmation, and booked with what that says otherwise" do
    take(posting("P1"))
    offer
    send_offers
    terms = {
      amount_cents: 1_150_00,
      origin: "Boise, ID",
      destination: "Pendleton, OR",
      opens_at: (now + (3 * Given::HOUR)).iso8601,
      closes_at: nil,
      deliver_by: nil,
      weight_lb: 40_000
    }
    answer =
      Services::PostingService::Answer.new(
        receipt: DB[:offers].get(:receipt),
        answer: "accepted",
        amount_cents: 1_200_00,
        confirmation: terms
      )
    2.times { Work::Market::TakeAnswer.call(answer, now:) }
    said = dispatch.call(:get, "/api/market/offers").first
    expect(said).to include(confirmed: true, differences: ["The price is $1,150.00, not $1,200.00."])
    load_id =
      dispatch.call(:post, "/api/market/offers/#{said[:id]}/book", { key: "book-with-note" })[:load_id]
    expect(DB[:loads].where(id: load_id).get(:notes)).to include("Rate confirmation: The price is $1,150.00")
  end

  it "that is answered after we took it back is told to both" do
    take(posting("P1"))
    id = offer
    send_offers
    dispatch.call(:put, "/api/market/offers/#{id}/withdraw", { version: DB[:offers].get(:version) })
    withdraw = -> do
      Jobs::WithdrawOffer.new({}).tap { |job| allow(job).to receive(:finish) }.run(offer_id: id)
    end
    2.times { withdraw.call }
    receipt = DB[:offers].get(:receipt)
    answer =
      Services::PostingService::Answer.new(
        receipt:,
        answer: "accepted",
        amount_cents: 1_200_00,
        confirmation: nil
      )
    expect(
      [now, now + (3 * 86_400)].map { |at| Store::Market::Offers.awaiting(at).select_map(:receipt) }
    ).to eq([[receipt], []])
    2.times { Work::Market::TakeAnswer.call(answer, now:) }
    withdraw.call
    expect(File.readlines(offers_file).count { |line| line.include?("withdrawn") }).to eq(2)
    expect(dispatch.call(:get, "/api/market/offers").first).to include(
      state: "withdrawn",
      late_answer: "accepted"
    )
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

  it "is a price, for a driver there is, from who is in the register" do
    take(posting("P1"), posting("P2", poster: "12"))
    { "0" => "wrong_amount", "0.00" => "wrong_amount", "10000000" => "wrong_amount" }.each do |amount, code|
      expect { offer(amount) }.to raise_error(Refused) { |e|
        expect([e.code, e.path]).to eq([code, "/amount"])
      }
    end
    expect { offer(driver_id: 999_999) }.to raise_error(Store::NotFound)
    expect { offer(reference: "P2") }.to raise_error(Refused) { |e| expect(e.code).to eq("poster_blocked") }
    expect { offer("9999999.99") }.to change { DB[:offers].count }.by(1)
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
        "Juniper Fork Haulage offers $1,200.00 for P1. Our reference: #{DB[:offers].get(:reference)}. " \
          "Two drivers near."
      ]
    )
    Work::Market::TakeAnswer.call(
      Services::PostingService::Answer.new(
        receipt: "R1",
        answer: "countered",
        amount_cents: 1_150_00,
        confirmation: nil
      ),
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
    customer = DB[:customers].first(id: row[:customer_id])
    expect(customer.slice(:name, :phone, :email)).to eq(sound.to_h.slice(:name, :phone, :email))
    trail = DB[:audit_entries].where(act: "book_offer").select_order_map(:record_kind)
    expect(trail).to eq(%w[customer load offer])
    expect { Work::Market::BookOffer.call(id, { key: "book-it-3" }, by: greta, now:) }.to raise_error(
      Refused
    ) { |e| expect(e.code).to eq("offer_not_accepted") }
    expect { Work::Market::WithdrawOffer.call(id, version: 2, by: greta, now:) }.to raise_error(Refused) { |e|
      expect(e.code).to eq("offer_settled")
    }
  end

  it "is answered by the stand-in's posters, some never" do
    take(posting)
    offer
    send_offers
    service = Services::PostingService.current
    wall[0] += 3600
    expect(service.answers(["R1"]).first.map(&:answer)).to eq(["lost"])
    expect(service.answers([])).to eq([[], []])
  end

  it "lets one of two who offer in the same instant, and tells the other", :committed do
    take(posting)
    people = [maren, greta]
    said =
      people
        .map do |person|
          Thread.new do
            offer(by: person)
          rescue Refused => e
            e.code
          end
        end
        .map(&:value)
    expect(said.grep(Integer).length).to eq(1)
    expect(said - said.grep(Integer)).to eq(["offer_out"])
  end
end
