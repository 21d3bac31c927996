# frozen_string_literal: true

require "app_helper"
require "csv"
require "support/permit_desk"

# What permits cost, and how they are called, over their whole life.
RSpec.describe "What a permit costs and is called" do
  include_context "with a permit desk"

  let(:load_id) { pump_house }

  def montana(status = "issued") = DB[:permits].where(jurisdiction: "MT", status:).order(:id).last
  def money = clerk.call(:get, "/api/permits/money")
  def pay(*ids) =
    clerk.call(
      :post,
      "/api/permits/pay",
      { key: "pay for #{ids}", permit_ids: ids, method: "elsewhere", number: "R-#{ids.join}" }
    )

  # Montana lets the start be amended; the stand-in takes $5 for it.
  def amended
    issued(load_id)
    first = montana
    put_right(load_id, starts_on: (first[:valid_from] + 1).iso8601)
    attest(load_id)
    clerk.call(:post, "/api/permits/#{first[:id]}/amend", { key: "a day later" })
    work
    [first, montana]
  end

  it "keeps what was paid when an amendment adds its fee" do
    issued(load_id)
    before = file(load_id)[:total_fee].to_d
    first = montana
    put_right(load_id, starts_on: (first[:valid_from] + 1).iso8601)
    attest(load_id)
    clerk.call(:post, "/api/permits/#{first[:id]}/amend", { key: "a day later" })
    work
    expect(file(load_id)[:total_fee].to_d).to eq(before + 5)
    to_pay = money[:offices].find { |office| office[:jurisdiction] == "MT" }[:permits]
    expect(to_pay.map { |permit| permit[:fee].to_d }).to contain_exactly(first[:fee], 5)
    # What else is charged stays, under its own kind.
    DB[:accessorials].insert(load_id:, position: 9, kind: "tarp", label: "Tarps", amount: 75)
    clerk.call(:post, "/api/loads/#{load_id}/permits/price", { key: "into the price" })
    expect(DB[:accessorials].where(load_id:, kind: "tarp").select_map(:amount)).to eq([75])
    expect(DB[:accessorials].where(load_id:, kind: "permit_fee").to_hash(:permit_id, :amount)).to include(
      first[:id] => first[:fee],
      montana[:id] => 5
    )
  end

  it "says by permit and by month what was asked, paid and came back" do
    first, second = amended
    pay(first[:id], second[:id])
    refund = { key: "some came back", amount: "4.50", on: now.to_date.iso8601 }
    clerk.call(:post, "/api/permits/#{first[:id]}/refund", refund)
    clerk.call(:post, "/api/loads/#{load_id}/permits/price", { key: "into the price" })
    rows = CSV.parse(clerk.call(:get, "/api/permits/costs.csv"), headers: true).map(&:to_h)
    mine = rows.select { |row| row["state"] == "MT" }
    expect(
      mine.map { |row| row.values_at("permit", "status", "asked", "paid", "refunded", "in_price") }
    ).to eq(
      [
        [first[:number], "given up", first[:fee].to_d, first[:fee].to_d, 4.5.to_d, first[:fee] - 4.5.to_d],
        [second[:number], "good", 5.to_d, 5.to_d, 0.to_d, 5.to_d]
      ].map { |number, status, *sums| [number, status, *sums.map { |sum| format("%.2f", sum) }] }
    )
    asked = rows.sum { |row| row["asked"].to_d }
    expect(money[:months].first).to include(
      month: "2026-11-01",
      asked: format("%.2f", asked),
      paid: format("%.2f", first[:fee] + 5),
      refunded: "4.50",
      priced: format("%.2f", asked - 4.5.to_d)
    )
  end

  it "gives nothing back of what was not paid, nor more than was paid" do
    first, = amended
    back = ->(amount, on: now.to_date) do
      input = { key: "back #{amount} #{on} #{rand}", amount:, on: on.iso8601 }
      clerk.call(:post, "/api/permits/#{first[:id]}/refund", input)[:error]
    end
    expect(back.call("1.00")).to include(code: "not_paid")
    pay(first[:id])
    expect(back.call("9999.00")).to include(code: "above_fee", path: "/amount")
    expect(back.call("1.00", on: now.to_date + 1)).to include(code: "in_future", path: "/on")
  end

  it "is called by its state and number among the papers, and void once another has its place" do
    first, second = amended
    papers =
      clerk.call(:get, "/api/loads/#{load_id}")[:papers].select do |paper|
        paper[:title].to_s.start_with?("Montana")
      end
    expect(papers.map { |paper| paper.values_at(:title, :void) }).to eq(
      [["Montana #{first[:number]}, void", true], ["Montana #{second[:number]}, amended Nov 23", false]]
    )
  end

  it "stands on the trip sheet and the phone with sizes, escorts and hours of travel" do
    issued(load_id)
    trip = Store::Freight.live_trip(load_id)
    sheet =
      PDF::Reader.new(StringIO.new(Papers::TripSheet.new(trip[:id]).render)).pages.map(&:text).join("\n")
    expect(sheet).to include("Montana #{montana[:number]}", "14 ft wide", "75,000 lb", "Daylight only")
    DB[:trips].where(id: trip[:id]).update(status: "sent")
    permit =
      api.as_driver(driver.id).call(:get, "/api/cab")[:trips].first[:permits].find do |one|
        one[:state] == "MT"
      end
    expect(permit).to include(name: "Montana #{montana[:number]}", sizes: a_string_including("14 ft wide"))
    expect(permit[:escorts] + permit[:hours]).not_to be_empty
  end

  it "says since when an office is silent, until it answers" do
    made(load_id)
    attest(load_id)
    apply(load_id)
    allow(Net::HTTP).to receive(:start).and_raise(Errno::ECONNREFUSED)
    waiting = DB[:permits].where(status: "sent").select_map(:id)
    waiting.each do |permit_id|
      expect { Jobs::AskOffice.new({}).run(permit_id:) }.to raise_error(Services::Unreachable)
    end
    expect(file(load_id)[:permits].map { |permit| permit[:silent_since] }).to all(eq(now.iso8601))
    work
    expect(file(load_id)[:permits].map { |permit| permit[:silent_since] }).to all(be_nil)
  end

  it "says for how many miles of the way a clearance is known at all" do
    made(load_id)
    found = file(load_id)[:clearances]
    expect(found[:way_miles].to_d).to be > 300
    expect(found[:clearance_miles].to_d).to be < 20
  end

  it "says beside the hours what of a state's limits they do not count" do
    made(load_id)
    checks = file(load_id)[:by_state].to_h { |one| [one[:state], one[:checks]] }
    expect(checks["ID"]).to include("No travel after two on Sunday afternoon on narrow roads.")
  end
end
