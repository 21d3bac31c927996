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

  def yes(link, name: "Rae Tolliver", **more)
    page = link.page
    link.call(
      :post,
      "/accept",
      { key:, name:, seen: page[:seen], terms_version: page[:terms_version], **more }
    )
  end
  def statuses = offers.to_h { |offer| [offer[:partner_id], offer[:status]] }
  def offers = staff.call(:get, "/api/loads/#{load_id}/partners")[:tender][:offers]
  # Taken by Snake Rim at $1,500.00, with its driver. Returns its link.
  def taken
    offered(load_id, { snake_id => "1500.00" })
    work_off
    link = by_link(snake_id)
    yes(link)
    work_off
    link
  end
  def trip_id = Store::Freight.live_trip(load_id)[:id]
  def hauled = staff.call(:get, "/api/loads/#{load_id}/partners")[:hauled]
  def named(link) = link.call(:post, "/driver", { key:, name: "Noor Valdez", phone: "208-555-0177" })
  def partners_driver = Work::Actor.driver(DB[:drivers].where(name: "Noor Valdez").reverse(:id).first)
  def delivered
    link = taken
    named(link)
    deliver(trip_id, by: partners_driver)
    link
  end

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

  it "follows the partner's driver by the same link as ours, to this trip and nothing else" do
    link = taken
    expect(named(link)).to include(driver: { name: "Noor Valdez", phone: "208-555-0177" })
    text = DB[:texts].order(:id).last
    expect(text).to include(to: "208-555-0177", trip_id:)
    id = partners_driver.id
    phone = api.as_driver(id).call(:get, "/api/cab")
    expect(phone[:trips].map { |trip| trip[:id] }).to eq [trip_id]
    expect(phone.values_at(:partner, :earned, :pay, :trailers)).to eq [true, [], [], []]
    expect(JSON.generate(phone)).not_to include("Treasure Basin")
    receipt = { key:, kind: "lumper", amount: "80.00", spent_on: "2026-11-23", note: "" }
    times = { key:, kind: "loading", from: now - 3600, to: now }
    expect { Work::Pay::HandInReceipt.call(photo, receipt, driver: partners_driver, now:) }.to raise_error(
      an_object_having_attributes(code: "partners_driver")
    )
    expect {
      Work::Tracking::KeepActivity.call(trip_id, times, driver: partners_driver, now:)
    }.to raise_error(an_object_having_attributes(code: "partners_driver"))
    sent # ours, with a driver of ours
    expect(api.as_driver(id).call(:get, "/api/cab")[:trips].length).to eq 1
    check_in(trip_id, "on_my_way", by: partners_driver)
    Work::Tracking::Foresee.call(trip_id, now: now + 60)
    expect(DB[:forecasts].where(trip_id:).count).to eq 2
    expect(staff.call(:get, "/api/road")[:trips].map { |trip| trip[:id] }).to include(trip_id)
    text = { id: "g-1", from: "+1 208 555 0177", body: "arrived", at: now + 1800 }
    Work::Tracking::TakeText.call(text, now: now + 1800)
    expect(DB[:check_ins].where(trip_id:, kind: "arrived").count).to eq 1
    # He is nobody of ours: not to plan with, not to pay.
    expect(staff.call(:get, "/api/drivers")[:rows].map { |row| row[:name] }).not_to include("Noor Valdez")
    expect(staff.call(:get, "/api/driver-names").map { |row| row[:name] }).not_to include("Noor Valdez")
    expect(DB[:duty_proposals].where(driver_id: id).count).to eq 0
  end

  it "says on Today that who hauls may not any more, while it still matters" do
    taken
    rows = -> { staff.call(:get, "/api/today")[:rows].select { |row| row[:kind] == "partners" } }
    expect(rows.call).to eq []
    filed = { kind: "cargo", limit: "100000", insurer: "Camas Mutual", policy: "", from_on: "2026-01-01" }
    registered(snake_id, insurances: [{ **filed, expires_on: "2026-11-23" }])
    expect(rows.call.first).to include(
      stake: 3000,
      reason: /Cargo: by the register nothing is in force on Nov 23, 2026/
    )
    Work::Freight::UncrewLoad.call(load_id, { why: "No cover" }, by: maren, now:)
    expect(rows.call).to eq []
  end

  it "leaves a dead link and no debt where it is called off, and tells the partner" do
    link = taken
    named(link)
    cab = api.as_driver(partners_driver.id)
    Work::Freight::UncrewLoad.call(load_id, { why: "Own truck came free" }, by: maren, now:)
    expect(link.page).to include(standing: "called_off", theirs: false, may: [], costs: [])
    expect(JSON.generate(link.page)).not_to match(/Shed|PO-77/)
    cab.call(:get, "/api/cab")
    expect(cab.status).to eq 401
    expect(named(link)[:error]).to include(code: "no_trip")
    expect(mails.last).to include(subject: /called off/, to: "loads@snakerimcarriers.example")
    Work::Freight::CrewLoad.call(load_id, crew, by: maren, now:)
    expect(load(load_id)).to include(status: "planned", crew: "Wade Ferris")
  end

  it "sends another version of the confirmation where the load or the pay was changed" do
    taken
    changed = booking(at: now + (5 * Given::HOUR)).merge(version: load(load_id)[:version])
    Work::Freight::ChangeLoad.call(load_id, changed, by: maren, now:)
    work_off
    lines = [{ code: "line_haul", amount: "1500.00" }, { code: "tarps", amount: "50.00" }]
    staff.call(:put, "/api/partner-trips/#{trip_id}/costs", { key:, version: hauled[:version], lines: })
    work_off
    expect(hauled[:confirmations].map { |one| one[:number] }).to eq [3, 2, 1]
    expect(hauled).to include(agreed: "1550.00", margin: "670.00")
    expect(mails.last[:subject]).to end_with("version 3")
    staff.call(:put, "/api/partner-trips/#{trip_id}/costs", { key:, version: 1, lines: })
    expect(staff.status).to eq 409
  end

  it "matches a bill to what was agreed, sends what is more to the desk, and pays it through the ledger" do
    link = delivered
    bill = { number: "7001", billed_on: "2026-11-23", total: "1500.00" }
    expect(link.page[:may]).to eq ["bill"]
    expect(link.call(:post, "/bill", { key:, **bill, total: "1540.00" })[:bill]).to include(
      status: "differs",
      difference: "40.00"
    )
    id = staff.call(:get, "/api/partner-bills")[:bills].first[:id]
    answer = { key:, version: 0, pay: false, why: "Detention was not agreed" }
    staff.call(:post, "/api/partner-bills/#{id}/answer", answer)
    expect(mails.last[:body]).to include("Detention was not agreed")
    expect(link.call(:post, "/bill", { key:, **bill })[:error]).to include(
      code: "number_taken",
      path: "/number"
    )
    good = { key:, **bill, number: "7001-B" }
    expect(link.call(:post, "/bill", good)[:bill]).to include(status: "approved", due_on: "2026-12-23")
    link.call(:post, "/bill", good)
    expect(link.call(:post, "/bill", { **good, key:, number: "7001-C" })[:error]).to include(code: "billed")
    margin = staff.call(:get, "/api/margins?from=2026-11-22&to=2026-11-24&by=load")
    expect(margin[:rows].first).to include(partner: "1500.00", pay: "0.00", fuel: "0.00", margin: "720.00")
    expect(margin[:unknown]).to eq []
    owed = staff.call(:get, "/api/partner-bills")
    expect(owed).to include(owed: "1500.00", unbilled: [])
    pay(owed)
  end

  def pay(owed)
    bill_ids = owed[:bills].select { |one| one[:status] == "approved" }.map { |one| one[:id] }
    payment = { key:, bill_ids:, how: "check", paid_on: "2026-11-23" }
    post = ->(said) { staff.call(:post, "/api/partner-payments", said) }
    expect(post.call(payment)[:error]).to include(code: "no_reference", path: "/reference")
    expect(post.call({ **payment, how: "ach", key: })[:error]).to include(code: "no_bank")
    payment = { **payment, key:, reference: "2041" }
    2.times { post.call(payment) }
    expect(DB[:partner_payments].select_map(:amount)).to eq [1500]
    expect(post.call({ **payment, key: })[:error]).to include(code: "not_payable")
    accounts = DB[:ledger_entries].exclude(partner_id: nil).group(:account)
    expect(accounts.select_hash(:account, Sequel.function(:sum, :amount).as(:sum))).to eq(
      "purchased_transportation" => -1500,
      "payables" => 0,
      "bank" => 1500
    )
    sheet = CSV.parse(staff.call(:get, "/api/partner-payments.csv?year=2026"), headers: true)
    expect(sheet.map { |row| row["Paid, $"] }).to eq ["1500.00"]
    expect(Work::Pay::ProveBooks.call).to eq []
  end

  it "takes quick pay off, and pays into no account that nobody has rung about" do
    record = staff.call(:get, "/api/partners/#{snake_id}")
    change =
      record.slice(:version, :name, :authority_number, :terms_days, :phone, :email, :agreement_on, :w9_on)
    expect(staff.call(:put, "/api/partners/#{snake_id}", { **change, quick_pay_days: 2 })[:error]).to include(
      code: "quick_pay_half",
      path: "/quick_pay_percent"
    )
    staff.call(:put, "/api/partners/#{snake_id}", { **change, quick_pay_days: 2, quick_pay_percent: "3" })
    link = delivered
    bill = { key:, number: "1", billed_on: "2026-11-23", total: "1500.00", quick_pay: true }
    expect(link.call(:post, "/bill", bill)[:bill]).to include(discount: "45.00", due_on: "2026-11-25")
    bank = { key:, routing: "021000021", account: "123456789", kind: "checking" }
    expect(
      staff.call(:put, "/api/partners/#{snake_id}/bank", { **bank, routing: "021000020" })[:error]
    ).to include(code: "wrong_check_digit")
    said = staff.call(:put, "/api/partners/#{snake_id}/bank", { **bank, key: })
    expect(said[:bank]).to include(ends: "6789", confirmed_by: nil)
    expect(JSON.generate(said)).not_to include("123456789")
    expect(said[:findings].map { |one| one[:code] }).not_to include("bank_changed")
    ids = DB[:partner_bills].select_map(:id)
    payment = { key:, bill_ids: ids, how: "ach", paid_on: "2026-11-23" }
    expect(staff.call(:post, "/api/partner-payments", payment)[:error]).to include(code: "bank_unconfirmed")
    spoke = { key:, spoke_with: "Rae Tolliver" }
    confirm = "/api/partners/#{snake_id}/bank/confirm"
    expect(staff.call(:post, confirm, spoke)[:error]).to include(code: "same_person")
    api(inez).call(:post, confirm, spoke)
    staff.call(:post, "/api/partner-payments", { **payment, key: })
    sums = DB[:ledger_entries].exclude(partner_id: nil).select_hash_groups(:account, :amount)
    expect(sums.transform_values(&:sum)).to include("bank" => 1455, "quick_pay" => 45, "payables" => 0)
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

  it "shares, swaps and relays no truck that is a partner's, and says so beforehand" do
    taken
    page = staff.call(:get, "/api/loads/#{load_id}")
    why = page[:allowed_acts].to_h { |one| [one[:act], one[:why_not]] }
    expect(why.values_at("swap_crews", "relay")).to all(eq("A partner hauls it: take it back first."))
    expect(why.values_at("change", "recrew", "uncrew", "cancel")).to all(be_nil)
    other, = sent
    swap = { key:, load_id: other, why: "Closer" }
    expect(staff.call(:post, "/api/loads/#{load_id}/swap", swap)[:error]).to include(code: "partner_hauls")
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
