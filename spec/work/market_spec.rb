# frozen_string_literal: true

require "app_helper"
require_relative "../support/posted_freight"

RSpec.describe Work::Market do
  include_context "with posted freight"
  let(:greta) { account("dispatcher", "Greta Lindqvist") }
  let(:dispatch) { api(maren) }

  def finds(**more) =
    dispatch.call(:get, "/api/market/finds?#{URI.encode_www_form(driver_id: ready, **more)}")

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

    it "asks from elsewhere and later, as if the truck were there and rested" do
      take(
        posting("P1", origin: "Ogden, UT", destination: "Boise, ID"),
        posting(
          "P2",
          pickup_from: now + (40 * Given::HOUR),
          pickup_to: now + (44 * Given::HOUR),
          deliver_by: nil
        )
      )
      later = { place: "Ogden, UT", at: (now + (4 * Given::HOUR)).iso8601 }
      there = finds(**later)
      expect(there[:rows].map { |row| row[:reference] }).to eq(["P1"])
      expect(there[:crew]).to include(place: "Ogden, UT", free_at: (now + (4 * Given::HOUR)).iso8601)
      expect(there[:rows].first[:fit][:deadhead_miles]).to eq("0.0")
      # Too late for it: the pickup is over.
      expect(finds(place: "Ogden, UT", at: (now + (7 * Given::HOUR)).iso8601)[:rows]).to eq([])
      full =
        dispatch.call(
          :get,
          "/api/market/postings/#{posting_id}?#{URI.encode_www_form(driver_id: ready, **later)}"
        )
      expect(full[:plan][:deadhead_miles]).to eq("0.0")
      expect(finds(place: "Nowhere, ID")[:error]).to include(code: "unknown_place", path: "/place")
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
      expect(finds(hidden: true)[:rows].to_h { |row| row.values_at(:reference, :aside) }).to eq(
        "P1" => true,
        "P2" => false
      )
      expect(
        dispatch.call(:get, "/api/market/postings/#{posting_id}?driver_id=#{driver_id}")[:find][:aside]
      ).to be(true)
      expect(api(greta).call(:get, "/api/market/finds?driver_id=#{driver_id}")[:rows].length).to eq(2)
    end

    it "judges from when the crew is empty, though the pickup opens before" do
      sent(crew, from: "83702", to: "97801", at: now - Given::HOUR)
      back =
        posting(
          origin: "Pendleton, OR",
          destination: "Boise, ID",
          pickup_from: now,
          pickup_to: now + (20 * Given::HOUR)
        )
      take(back.with(deliver_by: now + (40 * Given::HOUR)))
      find = dispatch.call(:get, "/api/market/finds?driver_id=#{driver_id}")[:rows].first
      expect(find[:fit][:reasons].map { |reason| reason[:code] }).to eq(["hours_unknown"])
      expect(Time.iso8601(find[:fit][:begins_at])).to be > Time.iso8601(find[:opens_at])
    end

    it "asks for days of pickup, the very trailer, and an end around a place" do
      day = 24 * Given::HOUR
      take(
        posting("P1"),
        posting("P2", pickup_from: now + day, pickup_to: now + (2 * day), deliver_by: nil),
        posting("P3", trailer_kind: "power_only", destination: "Ontario, OR"),
        posting("P4", destination: "La Grande, OR", raw_weight: 9_000)
      )
      found = ->(**wish) { finds(**wish)[:rows].map { |row| row[:reference] }.sort }
      expect(found.call).to eq(%w[P1 P2 P4])
      expect(found.call(pickup_from: (now + day).iso8601)).to eq(["P2"])
      expect(found.call(pickup_to: (now + day - 1).iso8601)).to eq(%w[P1 P4])
      expect(found.call(ends_at: "Pendleton, OR", ends_miles: 30)).to eq(%w[P1 P2])
      expect(found.call(ends_at: "Pendleton, OR", ends_miles: 60)).to eq(%w[P1 P2 P4])
      expect(finds(ends_at: "Nowhere, OR")[:error]).to include(code: "unknown_place", path: "/ends_at")
    end

    it "says what speaks against the poster, and puts him last who may not broker" do
      take(posting("P1", poster: revoked.number, rate_cents: 5_000_00), posting("P2", raw_weight: 30_000))
      found = finds[:rows]
      expect(found.map { |row| row[:reference] }).to eq(%w[P2 P1])
      expect(found.last[:reasons].map { |reason| reason[:code] }).to include("authority_not_active")
    end
  end

  it "lists what cannot be believed, with what is wrong and whom to ring" do
    take(posting("P1"), posting("P2", rate_cents: 1_00), posting("P3", raw_weight: "40k", poster: "12"))
    rows = dispatch.call(:get, "/api/market/doubtful").to_h { |row| [row[:reference], row] }
    expect(rows.keys).to contain_exactly("P2", "P3")
    expect(rows["P2"]).to include(
      doubts: ["A price of $1.00 is none: ask for it."],
      phone: sound.phone,
      poster: sound.name
    )
    expect(rows["P3"]).to include(poster: "unknown poster", phone: nil)
    # Whoever asks for one of them all the same is told why it is not judged.
    said = dispatch.call(:get, "/api/market/postings/#{posting_id("P2")}?driver_id=#{ready}")
    expect(said[:error]).to include(code: "posting_doubtful")
  end

  it "gives a search as a table whose texts no spreadsheet takes for formulas" do
    take(posting("=P1"), posting("P2", rate_cents: nil, raw_weight: 20_000))
    path = "/api/market/finds.csv?driver_id=#{ready}"
    table = CSV.parse(dispatch.get(path).body, headers: true)
    expect(table.map { |row| row["Posting"] }).to eq(%w['=P1 P2])
    expect(table.first.to_h).to include(
      "Origin" => "Boise, ID",
      "Posted, dollars" => "1200.00",
      "Credit score" => sound.credit_score.to_s
    )
    expect(table[1].values_at("Posted, dollars", "Profit, dollars")).to eq([nil, nil])
  end

  it "remembers what came of offers to a poster" do
    take(posting("P1"), posting("P2", raw_weight: 20_000))
    offer
    DB[:offers].update(state: "lost")
    record = -> { finds[:rows].map { |row| row[:record] } }
    expect(record.call).to eq([{ lost: 1 }] * 2)
    # Booked, one called off again, one paid on the ninth day.
    loads = Array.new(2) { book(customer_id:) }
    rows = DB[:offers].first.except(:id)
    loads.each_with_index do |load_id, i|
      DB[:offers].insert({ **rows, load_id:, state: "booked", freight_key: "k#{i}", reference: "O-#{i}" })
    end
    DB[:loads].where(id: loads.first).update(status: "cancelled")
    invoice_id =
      DB[:invoices].insert(
        number: "I-1",
        customer_id:,
        invoiced_on: "2026-11-01",
        due_on: "2026-12-01",
        total: 9,
        made_by: "Inez",
        made_at: now
      )
    DB[:invoice_loads].insert(invoice_id:, load_id: loads.last)
    payment_id =
      DB[:customer_payments].insert(
        customer_id:,
        kind: "ach",
        amount: 9,
        received_on: "2026-11-10",
        made_by: "Inez",
        made_at: now
      )
    DB[:payment_parts].insert(payment_id:, invoice_id:, amount: 9, by: "Inez", at: now)
    expect(record.call.first).to eq({ lost: 1, booked: 2, called_off: 1, paid_after: 9 })
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
