# frozen_string_literal: true

require "app_helper"
require "csv"

# Loads given to partner carriers: as safely as to our own crews, whatever two people do at once.
RSpec.describe Web::Partners do
  include PartnerDesk

  before do
    terminal_id
    Clock.hold(now)
  end

  after { Clock.hold(nil) }

  let(:snake_id) { partner_id }
  let(:camas_id) { partner_id("Camas Prairie Lines", number: "MC900002") }
  let(:load_id) { book }

  it "shows a partner towns, days, weight and price alone, until it says yes; then all that its driver needs" do
    DB[:stops].where(load_id:).update(name: "Shed 4", address: "1 Secret Road", notes: "Ring the bell")
    offered(load_id, { snake_id => "1500.00" })
    work_off
    link = by_link(snake_id)
    before = link.page
    expect(before).to include(
      standing: "sent",
      theirs: false,
      price: "1500.00",
      weight_lb: 44_000,
      may: ["answer"]
    )
    expect(before[:stops].map { |stop| stop[:town] }).to eq %w[Boise Pendleton]
    secret = /Treasure Basin|Secret Road|Shed 4|Ring the bell|PO-77|Yellow onions|#{load(load_id)[:number]}\b/
    expect([JSON.generate(before), *mails.map { |mail| mail[:body] }].join).not_to match(secret)

    after = yes(link)
    expect(link.status).to eq 201
    expect(after).to include(
      standing: "accepted",
      theirs: true,
      number: load(load_id)[:number],
      may: ["name_driver"]
    )
    expect(after[:stops].first).to include(name: "Shed 4", address: "1 Secret Road", notes: "Ring the bell")
    expect(JSON.generate(after)).not_to include("Treasure Basin")
    expect(load(load_id)).to include(status: "accepted", crew: "Snake Rim Carriers")
    kept = DB[:partner_trips].first(load_id:)
    expect(kept).to include(accepted_by: "Rae Tolliver", accepted_from: "127.0.0.1", terms_version: 1)
    work_off
    mail = mails.last
    expect(mail[:attachment].to_s).to start_with("%PDF")
    text = PDF::Reader.new(StringIO.new(mail[:attachment].to_s)).pages.map(&:text).join(" ").squeeze(" ")
    expect(text).to include("Secret Road", "$1,500.00", "Accepted by Rae Tolliver")
  end

  it "refuses a partner whose insurance lapses on the trip's second day, and asks why it is given all the same" do
    insure(snake_id)
    DB[:partner_insurances].where(partner_id: snake_id, kind: "cargo").update(expires_on: "2026-11-24")
    two_days = book(hours: 30)
    refused = offered(two_days, { snake_id => "1500.00" })
    expect(refused[:error]).to include(code: "partner_blocked", path: "/offers/0/partner_id")
    expect(refused[:error][:message]).to include("Nov 24, 2026, day 2 of the trip")
    choice = staff.call(:get, "/api/loads/#{two_days}/partners")[:choices].find { |one| one[:id] == snake_id }
    expect(choice[:findings].map { |one| one[:code] }).to include("cargo_lapses")
    one_day = book(at: now + Given::HOUR, hours: 6)
    offered(one_day, { snake_id => "1500.00" })
    expect(staff.status).to eq 201
    expect(
      offered(two_days, { snake_id => "1500.00" }, why: "The renewal is on its way")[:tender]
    ).to be_truthy
  end

  it "asks nobody whose cover was taken back since, and goes on to the next" do
    offered(load_id, { snake_id => "1500.00", camas_id => "1550.00" })
    taken_back = {
      kind: "cargo",
      limit: "100000",
      insurer: "Camas Mutual",
      policy: "",
      from_on: "2026-01-01"
    }
    registered(snake_id, insurances: [{ **taken_back, expires_on: "2026-11-23" }])
    2.times { work_off }
    expect(statuses).to eq(snake_id => "withdrawn", camas_id => "sent")
    expect(mails.map { |mail| mail[:to] }).to eq ["loads@camasprairielines.example"]
    expect(offers.first[:note]).to include("by the register nothing is in force")
    # One whose cover goes between the question and the yes does not get it either, and is not told why.
    registered(camas_id, authority: "revoked")
    expect(yes(by_link(camas_id))[:error]).to include(code: "papers_first", message: /ring us/)
  end

  it "asks one after the other, passing over who does not answer in time" do
    offered(load_id, { snake_id => "1500.00", camas_id => "1550.00" }, minutes: 30)
    work_off
    expect(statuses).to eq(snake_id => "sent", camas_id => "waiting")
    link = by_link(snake_id)
    Clock.hold(now + (30 * 60))
    expect(yes(link)[:error]).to include(code: "too_late")
    expect(link.page[:standing]).to eq "expired"
    Jobs::WatchPartners.new({}).send(:look)
    work_off
    expect(statuses).to eq(snake_id => "expired", camas_id => "sent")
    by_link(camas_id).call(:post, "/refuse", { key:, name: "Ute", note: "No truck" })
    expect(staff.call(:get, "/api/loads/#{load_id}/partners")[:tender][:status]).to eq "over"
    expect(yes(link)[:error]).to include(code: "gone")
  end

  it "gives a load to the first of two who say yes, and tells the other that it is gone" do
    offered(load_id, { snake_id => "1500.00", camas_id => "1400.00" }, way: "at_once")
    work_off
    first, second = by_link(camas_id), by_link(snake_id)
    yes(first)
    expect(yes(second)[:error]).to include(code: "gone")
    expect(statuses).to eq(snake_id => "lost", camas_id => "accepted")
    expect(mails("loads@snakerimcarriers.example").last[:subject]).to eq "That load is gone"
    expect(second.page).to include(standing: "lost", theirs: false, may: [])
    # The same yes again is the same yes.
    expect(DB[:partner_trips].count).to eq 1
  end

  it "keeps the turn of who wants another price until dispatch has said yes or no" do
    offered(load_id, { snake_id => "1500.00", camas_id => "1600.00" })
    work_off
    by_link(snake_id).call(:post, "/counter", { key:, name: "Rae Tolliver", counter: "1580.00" })
    expect(offers.first).to include(status: "countered", counter: "1580.00", margin: "640.00")
    Clock.hold(now + (3 * Given::HOUR))
    Jobs::WatchPartners.new({}).send(:look)
    expect(statuses).to eq(snake_id => "countered", camas_id => "waiting")
    registered(snake_id, at: Clock.now)
    said = staff.call(:post, "/api/tender-offers/#{offers.first[:id]}/settle", { key:, take: true })
    expect(said[:error]).to be_nil
    expect(hauled).to include(agreed: "1580.00", margin: "640.00", accepted_by: "Rae Tolliver")
  end

  it "keeps what they said on the telephone, with who said it" do
    offered(load_id, { snake_id => "1500.00" })
    staff.call(
      :post,
      "/api/tender-offers/#{offers.first[:id]}/said",
      { key:, said: "yes", name: "Rae Tolliver" }
    )
    expect(hauled).to include(
      accepted_by: "Rae Tolliver",
      accepted_from: "on the telephone to Greta Lindqvist"
    )
    no_price = { key:, said: "other_price", name: "Rae" }
    other = book
    offered(other, { camas_id => "900.00" })
    offer_id = DB[:tender_offers].where(partner_id: camas_id).get(:id)
    expect(staff.call(:post, "/api/tender-offers/#{offer_id}/said", no_price)[:error]).to include(
      code: "which_price",
      path: "/counter"
    )
  end

  it "lets nobody say yes to a load that was changed under it, or to other terms" do
    offered(load_id, { snake_id => "1500.00" })
    work_off
    link = by_link(snake_id)
    page = link.page
    answer = { key:, name: "Rae", seen: page[:seen], terms_version: 1 }
    DB[:loads].where(id: load_id).update(version: page[:seen] + 1)
    expect(link.call(:post, "/accept", answer)[:error]).to include(code: "changed_since", path: "/seen")
    rules = staff.call(:get, "/api/partner-rules").except(:terms_version)
    staff.call(:put, "/api/partner-rules", { **rules, terms: "#{rules[:terms]}\nNo smoking in the shed." })
    expect(link.call(:post, "/accept", { **answer, key:, seen: page[:seen] + 1 })[:error]).to include(
      code: "terms_changed"
    )
    yes(link)
    expect(DB[:partner_trips].get(:terms)).to include("No smoking in the shed.")
  end

  it "takes an offer back where our own crew gets the load, or it is cancelled" do
    offered(load_id, { snake_id => "1500.00" })
    expect(offered(load_id, { camas_id => "1500.00" })[:error]).to include(code: "tendered")
    work_off
    link = by_link(snake_id)
    Work::Freight::CrewLoad.call(load_id, crew, by: maren, now:)
    expect(link.page).to include(standing: "withdrawn", may: [])
    expect(yes(link)[:error]).to include(code: "gone")
    expect(offered(load_id, { snake_id => "1500.00" })[:error]).to include(code: "not_open")
    other = book
    offered(other, { camas_id => "1500.00" })
    work_off
    Work::Freight::CancelLoad.call(other, { why: "No freight" }, by: maren, now:)
    expect(by_link(camas_id).page).to include(standing: "withdrawn")
  end

  it "warns of an account that changed just before a load, and of a record that two people have open" do
    Clock.hold(now + (20 * 86_400))
    bank = { key:, routing: "021000021", account: "123456789", kind: "checking" }
    id = snake_id
    DB[:partners].where(id:).update(taken_on_at: now)
    said = staff.call(:put, "/api/partners/#{id}/bank", bank)
    expect(said[:findings].map { |one| one[:code] }).to include("bank_changed")
    stale = { version: 0, name: "Snake Rim Carriers", authority_number: "MC900001", terms_days: 15 }
    staff.call(:put, "/api/partners/#{id}", stale)
    expect(staff.status).to eq 409
    twin = { key:, name: "Another", authority_number: "MC900001", terms_days: 30 }
    expect(staff.call(:post, "/api/partners", twin)[:error]).to include(code: "number_taken")
  end

  it "says at the field what cannot be" do
    ends = { key:, kind: "cargo", limit: "100000", insurer: "Camas Mutual", from_on: "2026-02-01" }
    certificate = "/api/partners/#{snake_id}/insurances"
    refused = ->(method, path, said) do
      staff.call(method, path, said)
      staff.error.values_at(:code, :path)
    end
    expect(refused.call(:post, certificate, { **ends, expires_on: "2026-02-01" })).to eq %w[
         ends_first
         /expires_on
       ]
    expect(refused.call(:post, "/api/partners/#{snake_id}/check", { key: })).to eq ["no_register", ""]
    timeless = book(stops: [{ kind: "pickup", where: "83702" }, { kind: "delivery", where: "97801" }])
    offered(timeless, { snake_id => "900.00" })
    expect(staff.error[:code]).to eq "stop_time_missing"
    offered(load_id, { snake_id => "1500.00", 9999 => "1500.00" })
    expect(staff.error.values_at(:code, :path)).to eq %w[unknown_partner /offers/1/partner_id]
    offered(load_id, { snake_id => "1500.00" }, way: "at_once")
    work_off
    link = by_link(snake_id)
    yes(link)
    driver = { key:, name: "Noor", phone: "208-55x" }
    expect(link.call(:post, "/driver", driver)[:error]).to include(code: "no_number", path: "/phone")
    bill = { key:, number: "1", billed_on: "2026-11-23", total: "1500.00" }
    expect(link.call(:post, "/bill", bill)[:error]).to include(code: "not_hauled")
    named(link)
    deliver(trip_id, by: partners_driver)
    expect(link.call(:post, "/bill", { **bill, key:, quick_pay: true })[:error]).to include(
      code: "no_quick_pay",
      path: "/quick_pay"
    )
  end

  # Two connections at once; the lock on the load is the first word, the database the last.
  it "gives it to one of two who say yes in the same instant", :committed do
    # By the real clock, as a worker beside it lives by that.
    Clock.hold(nil)
    load_id = book(at: Clock.now + (20 * 3600))
    offered(load_id, { snake_id => "1500.00", camas_id => "1400.00" }, way: "at_once")
    ids = DB[:tender_offers].order(:id).select_map(:id)
    answers =
      ids.map do |offer_id|
        Thread.new do
          Work::Partners::AnswerOffer.accept(
            offer_id,
            { name: "Rae" },
            from: "here",
            by: maren,
            now: Clock.now
          )
        rescue Refused => e
          e.code
        end
      end
    expect(answers.map(&:value)).to contain_exactly(load_id, "gone")
    expect(DB[:tender_offers].order(:id).select_map(:status)).to contain_exactly("accepted", "lost")
    expect([DB[:partner_trips].count, DB[:trips].count]).to eq [1, 1]
  end
end
