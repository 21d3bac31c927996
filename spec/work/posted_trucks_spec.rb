# frozen_string_literal: true

require "app_helper"
require_relative "../support/posted_freight"

RSpec.describe Work::Market::PostTruck do
  include_context "with posted freight"
  let(:dispatch) { api(maren) }

  def post_truck(**more) =
    dispatch.call(:post, "/api/market/trucks", { key: SecureRandom.hex(8), driver_id: ready, **more })
  def trucks = dispatch.call(:get, "/api/market/trucks")
  # What the worker does with what was posted and taken down.
  def tell =
    Store::Market::PostedTrucks
      .untold
      .select_map(:id)
      .each { |truck_id| Jobs::TellTruck.new({}).tap { |job| allow(job).to receive(:finish) }.run(truck_id:) }
  def counted =
    Services::PostingService.current.truck_counts.first.find do |row|
      row.values_at(:state, :trailer_kind) == %w[ID dry_van]
    end[
      :count
    ]

  it "posts a truck where and when it is empty, once, and tells the service once" do
    before = counted
    post_truck(to: %w[UT CO])
    expect(post_truck[:error]).to include(code: "posted_already", path: "/driver_id")
    2.times { tell }
    expect([trucks.first, counted]).to match(
      [
        include(driver: "Wade Ferris", place: "Boise, ID", to: %w[UT CO], heard: true, down_at: nil),
        before + 1
      ]
    )
    # Killed before the receipt was written, it is told again, as the same truck.
    DB[:posted_trucks].update(receipt: nil)
    tell
    expect(counted).to eq(before + 1)
  end

  it "comes down by hand, once of two who both want to, and may be posted again" do
    before = counted
    post_truck
    tell
    id, version = trucks.first.values_at(:id, :version)
    down = ->(version) { dispatch.call(:put, "/api/market/trucks/#{id}/down", { version: }) }
    expect(down.call(7)[:error]).to include(code: "stale")
    2.times { down.call(version) }
    tell
    expect([trucks.first[:down_why], counted, DB[:posted_trucks].get(:down_told)]).to eq(
      ["taken down", before, true]
    )
    post_truck
    expect(trucks.map { |truck| truck[:down_at].nil? }).to eq([true, false])
  end

  it "comes down by itself when the truck is given something, and not before" do
    post_truck
    tell
    described_class.tidy(now)
    expect(trucks.first[:down_at]).to be_nil
    sent(crew, at: now + (5 * Given::HOUR))
    described_class.tidy(now)
    expect(trucks.first).to include(down_why: "given something")
  end

  it "stays while the trip after which it is empty is under way and done, and comes down where that ends elsewhere" do
    ready
    _, trip_id = sent(crew, at: now + (5 * Given::HOUR))
    post_truck
    expect(trucks.first[:place]).to eq("Pendleton, OR")
    DB[:trips].where(id: trip_id).update(status: "delivered")
    Work::Match::Crews.forget
    described_class.tidy(now)
    expect(trucks.first[:down_at]).to be_nil
    DB[:posted_trucks].update(town: "Ogden", state: "UT")
    described_class.tidy(now)
    expect(trucks.first[:down_why]).to eq("empty elsewhere")
  end

  it "is refused without a trailer, and for a driver nobody knows" do
    ready
    allow(Work::Match::Crews).to receive(:at).and_wrap_original do |at, *args|
      at.call(*args).tap { |crews| allow(crews).to receive(:unit).and_return(nil) }
    end
    expect(post_truck[:error]).to include(code: "no_trailer")
    expect(post_truck(driver_id: 99_999)[:error]).to include(code: "not_found")
  end

  it "says by state how freight and trucks stand" do
    take(
      *Array.new(3) { |i| posting("P#{i}", raw_weight: 20_000 + i) },
      posting("F", trailer_kind: "flatbed")
    )
    Store::Market::TruckCounts.replace(
      [{ state: "ID", trailer_kind: "dry_van", count: 4 }, { state: "OR", trailer_kind: "dry_van", count: 0 }]
    )
    Store::Market::LanePrices.work_out(now)
    rows = dispatch.call(:get, "/api/market/supply?trailer_kind=dry_van").to_h { |row| [row[:state], row] }
    expect(rows["ID"]).to include(leaving: 3, coming: 0, trucks: 4, supply: "short_of_freight", paid: nil)
    expect(rows["OR"]).to include(leaving: 0, coming: 3, trucks: 0, supply: "even", pays: nil)
    expect(rows["ID"][:pays].to_f).to be_within(0.006).of(12_000.0 / DB[:postings].get(:miles_tenths))
    expect(rows["OR"][:paid]).to eq(rows["ID"][:pays])
    # Three for each truck are even still.
    expect([[3, 1], [4, 1], [0, 1]].map { |pair| Core::Market.supply(*pair) }).to eq(
      %w[even short_of_trucks short_of_freight]
    )
  end
end
