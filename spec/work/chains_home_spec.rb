# frozen_string_literal: true

require "app_helper"
require_relative "../support/posted_freight"

RSpec.describe Work::Market::ChainsHome do
  include_context "with posted freight"
  let(:dispatch) { api(maren) }
  let(:homeward) do
    {
      origin: "Spokane, WA",
      destination: "Boise, ID",
      pickup_from: now + (20 * Given::HOUR),
      pickup_to: now + (40 * Given::HOUR),
      deliver_by: now + (72 * Given::HOUR)
    }
  end

  def ask(**more)
    wish = { driver_id: ready, to: "Boise, ID", by: (now + (80 * Given::HOUR)).iso8601, **more }
    dispatch.call(:get, "/api/market/chains?#{URI.encode_www_form(wish)}")
  end
  def chains(**more) = ask(**more)[:chains].map { |chain| chain[:links].map { |link| link[:reference] } }
  def key(reference) = "P#{posting_id(reference)}"

  # Out to Spokane, two that go home from there, and one elsewhere.
  def market
    take(
      posting("P1", destination: "Spokane, WA", rate_cents: 1_500_00),
      posting("P2", **homeward, rate_cents: 1_600_00),
      posting("P3", destination: "Ogden, UT", rate_cents: 1_900_00, raw_weight: 30_000),
      posting("P4", **homeward, rate_cents: 1_300_00, raw_weight: 20_000)
    )
  end

  it "brings a driver home by a date for the most profit, and names what it was made of" do
    market
    answer = ask
    expect(answer[:chains].map { |chain| chain[:links].map { |link| link[:reference] } }).to eq(
      [%w[P1 P2], %w[P1 P4]]
    )
    best = answer[:chains].first
    expect(best[:revenue]).to eq("3100.00")
    sums = %i[revenue miles_and_pay tolls daily].map { |name| best[name].to_d }
    expect(sums[0] - sums[1] - sums[2] - sums[3]).to eq(best[:profit].to_d)
    expect(best[:deadhead_miles].to_d).to eq(best[:links].sum { |link| link[:deadhead_miles].to_d })
    # Its ribbon goes from now to the arrival, and drives what its miles take.
    planned = best[:planned]
    expect(Time.iso8601(planned.last[:to])).to be >= Time.iso8601(best[:arrive_at])
    expect(planned.count { |stretch| stretch[:status] == "driving" }).to be >= 2
    expect(best[:links].first[:from]).to eq(answer[:start])
  end

  it "leaves out what is not wanted and has what is, or nothing" do
    market
    expect(chains(without: key("P2"))).to eq([%w[P1 P4]])
    expect(chains(wanted: key("P4"))).to eq([%w[P1 P4]])
    expect(ask(wanted: key("P4"))[:chains].first[:revenue]).to eq("2800.00")
    expect(chains(wanted: [key("P3"), key("P2")].join(","))).to eq([])
    expect(chains(without: key("P1"))).to eq([])
    expect(chains(least_per_day: "10000.00")).to eq([])
    worse = ask[:chains].map { |chain| chain[:profit_per_day].to_d }.min
    expect(chains(least_per_day: (worse + 1).to_s("F"))).to eq([%w[P1 P2]])
    expect(ask(without: "7")[:error][:path]).to eq("/without")
  end

  it "takes our own open loads too, and leaves out what somebody offered for or this driver may not take" do
    market
    load_id =
      book(customer_id:, from: "Spokane, WA", to: "Boise, ID", at: now + (24 * Given::HOUR), hours: 40)
    own = ask[:chains].map { |chain| chain[:links].last }.find { |link| link[:load_id] }
    expect(own).to include(load_id:, posting_id: nil, key: "L#{load_id}")
    expect(chains(without: "L#{load_id}")).to eq([%w[P1 P2], %w[P1 P4]])
    offer("1600.00", reference: "P2")
    expect(chains(without: "L#{load_id}")).to eq([%w[P1 P4]])
    DB[:drivers].where(id: driver_id).update(forbidden_states: Sequel.pg_array(["WA"]), version: 99)
    Work::Match::Crews.forget
    expect(chains).to eq([])
  end

  it "seeks anew without what the crew may not take, however much of it there is" do
    market
    # Dearer than all others, and too heavy for the rig.
    take(
      *Array.new(60) { |i| posting("H#{i}", **homeward, rate_cents: 9_000_00 + i, raw_weight: 60_000 + i) }
    )
    expect(chains).to eq([%w[P1 P2], %w[P1 P4]])
  end

  it "says which links have gone since" do
    market
    keys = %w[P1 P2 P3].map { |reference| key(reference) }
    gone = -> { dispatch.call(:get, "/api/market/links?keys=#{[*keys, "L77"].join(",")}")[:gone] }
    expect(gone.call).to eq(["L77"])
    take(posting("P1", revision: 2, state: "gone", destination: "Spokane, WA"))
    offer("1600.00", reference: "P2")
    expect(gone.call).to eq([keys[0], keys[1], "L77"])
  end

  {
    { to: "Nowhere, ID" } => %w[unknown_place /to],
    { by: (Given::NOW - 60).iso8601 } => %w[ends_before_start /by]
  }.each do |wrong, (code, path)|
    it "says what is wrong, at its field: #{code}" do
      expect(ask(**wrong)[:error]).to include(code:, path:)
    end
  end
end
