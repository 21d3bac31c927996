# frozen_string_literal: true

require "app_helper"
require "csv"

# What a partner hauls: followed like our own, called off, billed and paid.
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
    DB[:forecasts].where(trip_id:).update(late_minutes: 95)
    late = staff.call(:get, "/api/today")[:rows].find { |row| row[:kind] == "late" }
    expect(late[:reason]).to start_with(
      "Forecast 1 h 35 min late at Boise, ID, by the legal hours of Snake Rim"
    )
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
    registered(snake_id, insurances: [filed, filed("cargo", limit: "100000", until_on: "2026-11-23")])
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

  # More, with why; less, as it came.
  [%w[1540.00 680.00], %w[1450.00 770.00]].each do |total, left|
    it "leaves #{left} for us on every screen where #{total} is billed and paid instead of $1,500.00" do
      link = delivered
      link.call(:post, "/bill", { key:, number: "7001", billed_on: "2026-11-23", total: })
      bill = staff.call(:get, "/api/partner-bills")[:bills].first
      if bill[:may] == ["answer"]
        answer = { key:, version: 0, pay: true, why: "Detention by telephone" }
        staff.call(:post, "/api/partner-bills/#{bill[:id]}/answer", answer)
      end
      margin = staff.call(:get, "/api/margins?from=2026-11-22&to=2026-11-24&by=load")[:rows].first
      expect([hauled[:margin], margin[:margin]]).to eq [left, left]
      expect(link.page).to include(agreed: total)
      posted = DB[:ledger_entries].where(account: "purchased_transportation").get(:amount)
      expect(posted).to eq(-BigDecimal(total))
    end
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
end
