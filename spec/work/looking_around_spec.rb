# frozen_string_literal: true

require "app_helper"
require_relative "../support/posted_freight"

RSpec.describe Work::Market::LookAround do
  include_context "with posted freight"
  let(:dispatch) { api(maren) }

  def around(**more) =
    dispatch.call(:get, "/api/market/around?#{URI.encode_www_form(place: "Boise, ID", **more)}")
  def found(**more) = around(**more)[:rows].map { |row| row[:reference] }

  describe "without a truck" do
    before do
      take(
        posting("VAN", rate_cents: 900_00),
        posting("FLAT", trailer_kind: "flatbed", destination: "Ogden, UT"),
        posting("OGDEN", origin: "Ogden, UT", destination: "Boise, ID"),
        posting("CALL", rate_cents: nil, raw_weight: 12_000)
      )
    end

    it "finds what is posted around a place, by the same wishes" do
      expect(found).to match_array(%w[VAN FLAT CALL])
      expect(found(trailer_kind: "dry_van")).to eq(%w[VAN CALL])
      expect(found(to: "UT")).to eq(["FLAT"])
      expect(found(radius_miles: 400, ends_at: "Boise, ID")).to eq(["OGDEN"])
      # Its pickup is over when one could be there.
      expect(found(at: (now + (7 * Given::HOUR)).iso8601)).to eq([])
      expect(around(place: "Nowhere, ID")[:error]).to include(code: "unknown_place", path: "/place")
      row = around(trailer_kind: "dry_van")[:rows].first
      # From Boise itself nothing is empty: what is posted is posted for the loaded miles.
      expect(row).to include(empty_miles: "0.0", per_mile: row[:per_loaded_mile], origin: "Boise, ID")
      expect(row[:per_loaded_mile].to_d).to be_within(0.01).of(900 / row[:loaded_miles].to_d)
    end

    it "tells which own crews could take one, the best first, and no crew that could not" do
      driver = ready
      add(:drivers, name: "No Truck", number: "NT", terminal_id:)
      crews = dispatch.call(:get, "/api/market/postings/#{posting_id("VAN")}/crews")
      expect(crews.map { |fit| fit[:crew][:id] }).to eq([driver])
      judged =
        dispatch.call(:get, "/api/market/finds?driver_id=#{driver}")[:rows].find do |row|
          row[:reference] == "VAN"
        end
      expect(crews.first[:money]).to eq(judged[:fit][:money])
      expect(dispatch.call(:get, "/api/market/postings/999999/crews")[:error]).to include(code: "not_found")
    end
  end

  it "keeps states under a name for everybody, once, and lets it go" do
    keep = ->(name, states) do
      dispatch.call(:post, "/api/market/areas", { key: SecureRandom.hex(8), name:, states: })
    end
    keep.call("Mountain", %w[UT ID])
    expect(keep.call("mountain ", %w[CO])[:error]).to include(code: "area_exists", path: "/name")
    areas = api(account("dispatcher", "Greta Lindqvist")).call(:get, "/api/market/areas")
    expect(areas.map { |area| area.slice(:name, :states, :who) }).to eq(
      [{ name: "Mountain", states: %w[ID UT], who: "Maren Holt" }]
    )
    expect(dispatch.call(:delete, "/api/market/areas/#{areas.first[:id]}")).to eq([])
    expect(dispatch.call(:delete, "/api/market/areas/#{areas.first[:id]}")).to eq([])
  end

  it "mails what was found, in the order in which it stood" do
    take(posting("P1"), posting("P2", rate_cents: nil, raw_weight: 12_000))
    ids = %w[P2 P1].map { |reference| posting_id(reference) }
    send = ->(to) do
      dispatch.call(
        :post,
        "/api/market/finds/mail",
        { key: "mail-finds-1", to:, driver_id: ready, posting_ids: ids, note: "Which one?" }
      )
    end
    2.times { send.call("wade@example.com") }
    mail = DB[:mails].order(:id).last
    expect(DB[:mails].where(to: "wade@example.com").count).to eq(1)
    expect(mail[:body].lines.map(&:chomp)).to match(
      [
        "Which one?",
        "",
        /\ABoise, ID to Pendleton, OR, no price posted, pickup Mon .* MST, 12,000 lb, .*, P2\z/,
        /\ABoise, ID to Pendleton, OR, \$1,200.00, .*, P1\z/,
        "",
        "Maren Holt",
        %r{/market\z}
      ]
    )
    expect(
      dispatch.call(
        :post,
        "/api/market/finds/mail",
        { key: "mail-finds-2", to: "nobody", driver_id: ready, posting_ids: ids }
      )[
        :error
      ]
    ).to include(path: "/to")
  end

  describe "postings from a sheet" do
    def import(text, preview: false) = dispatch.call(:post, "/api/market/imports", { csv: text, preview: })

    let(:good) { <<~CSV }
      Load ID;From;To;Pickup;Pickup to;Delivery date;Equipment;Weight;Pays;MC
      A-1;Boise, ID;Pendleton, OR;11/23/2026 11:00;11/23/2026 3:00 PM;11/24/2026 08:00;Dry van;42,000;$1,150.50;#{sound.number}
      A-2;Ogden, UT;Boise, ID;2026-11-24 07:00;;;flatbed;;;
    CSV

    it "takes all rows in, tells before what it would do, and the same file changes nothing" do
      expect(import(good, preview: true)).to include(added: 2, changed: 0, errors: [], done: false)
      expect(DB[:postings].count).to eq(0)
      expect(import(good)).to include(added: 2, done: true)
      row = DB[:postings].first(reference: "A-1")
      # 11:00 in Boise, in November on standard time, is 18:00 in UTC; 8:00 in Pendleton 16:00.
      expect(row).to include(
        opens_at: Time.utc(2026, 11, 23, 18),
        closes_at: Time.utc(2026, 11, 23, 22),
        deliver_by: Time.utc(2026, 11, 24, 16),
        rate: BigDecimal("1150.5"),
        weight_lb: 42_000,
        trailer_kind: "dry_van",
        service: "sheet"
      )
      expect(DB[:postings].where(reference: "A-2").get(:closes_at)).to eq(Time.utc(2026, 11, 24, 18))
      expect(import(good)).to include(added: 0, changed: 0, unchanged: 2, done: true)
      expect(import(good.sub("$1,150.50", "$1,200"))).to include(changed: 1, unchanged: 1)
      expect(DB[:postings].where(reference: "A-1").get(:rate)).to eq(1200)
      expect(
        dispatch.call(:get, "/api/market/finds?driver_id=#{ready}")[:rows].map { |find| find[:reference] }
      ).to eq(["A-1"])
    end

    it "asks no service about what came as a sheet: the answer is written down, and booked as any" do
      import(good)
      heard = dispatch.call(:get, "/api/market/finds?driver_id=#{ready}")
      # The service itself was not heard.
      expect(heard[:heard_at]).to be_nil
      expect(heard[:rows].first).to include(by_hand: true)
      jobs = -> { DB[:que_jobs].where(job_class: "Jobs::SendOffer").count }
      expect { offer(reference: "A-1") }.not_to(change { jobs.call })
      mine = dispatch.call(:get, "/api/market/offers").first
      expect(mine).to include(state: "sent", may_answer: true)
      answer = ->(**said) do
        dispatch.call(:put, "/api/market/offers/#{mine[:id]}/answer", { version: 0, **said })
      end
      expect(answer.call(answer: "countered")[:error]).to include(code: "amount_missing", path: "/amount")
      expect(answer.call(answer: "countered", amount: "1300.00")).to include(
        state: "countered",
        counter: "1300.00"
      )
      expect(answer.call(answer: "accepted")[:error]).to include(code: "answered_already")
      booked = dispatch.call(:post, "/api/market/offers/#{mine[:id]}/book", { key: "book-sheet-1" })
      expect(DB[:loads].where(id: booked[:load_id]).get(:total)).to eq(1300)
      take(posting("P9", raw_weight: 7_000))
      expect { offer(reference: "P9") }.to change { jobs.call }.by(1)
      sent = dispatch.call(:get, "/api/market/offers").find { |one| one[:posting] == "P9" }
      expect(sent[:may_answer]).to be(false)
      expect(
        dispatch.call(:put, "/api/market/offers/#{sent[:id]}/answer", { version: 0, answer: "lost" })[:error]
      ).to include(code: "service_answers")
    end

    it "names each wrong cell by row and column, and takes nothing in" do
      wrong = good + <<~CSV
        A-3;Boyse, ID;Pendleton, OR;tomorrow;;;boat;heavy;call;
        A-1;Boise, ID;Pendleton, OR;11/25/2026 11:00;11/25/2026 9:00;;Dry van;;;
        ;Boise, ID;Pendleton, OR;11/20/2026;11/20/2026 12:00;11/19/2026;Dry van;;;
      CSV
      answer = import(wrong)
      expect(answer[:errors].map { |error| error.values_at(:row, :column) }).to contain_exactly(
        [4, "From"],
        [4, "Equipment"],
        [4, "Pickup"],
        [4, "Weight"],
        [4, "Pays"],
        [5, "Load ID"],
        [5, "Pickup to"],
        [6, "Load ID"],
        [6, "Delivery date"],
        [6, "Pickup to"]
      )
      expect([answer[:done], DB[:postings].count]).to eq([false, 0])
      expect(import("nothing,here\n1,2\n")[:error]).to include(code: "missing_column", path: "/csv")
    end
  end
end
