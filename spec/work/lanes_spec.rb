# frozen_string_literal: true

require "app_helper"
require_relative "../support/posted_freight"

RSpec.describe Work::Market::TakePrices do
  include_context "with posted freight"

  # Type 7 of Hyndman and Fan, “Sample Quantiles in Statistical Packages” (The American Statistician 50, 1996), which
  # is the default of R: h = (n − 1) p, between its neighbours. Written anew here.
  def quantile(values, share)
    sorted = values.sort
    at = (sorted.length - 1) * share
    sorted[at.floor] + ((at - at.floor) * (sorted[at.ceil] - sorted[at.floor]))
  end

  def price(reference, rate_cents, at: now - 86_400, **more) =
    Services::PostingService::Price.new(
      reference:,
      posted_at: at,
      origin: "Boise, ID",
      destination: "Pendleton, OR",
      trailer_kind: "dry_van",
      miles: 200,
      rate_cents:,
      **more
    )

  # As the worker does each time.
  def ask = Jobs::PollMarket.new({}).send(:take_prices, Services::PostingService.current, now)

  def take_days(prices)
    service = Services::PostingService.current
    allow(service).to receive(:prices) { |day| [prices.select { |one| one.posted_at.to_date == day }, []] }
    Work::Market::TakePostings.call("postings", [], heard_until: now, now:)
    ask
  end

  it "prices a lane by the quartiles of what was posted, in 15 days and in 90" do
    rates = [310_00, 356_00, 402_00, 478_00, 520_00, 612_00, 650_00]
    old = [900_00, 980_00]
    prices =
      rates.each_with_index.map { |rate, i| price("P#{i}", rate) } +
        old.each_with_index.map { |rate, i| price("Q#{i}", rate, at: now - (40 * 86_400)) }
    service = Services::PostingService.current
    allow(service).to receive(:prices) { |day| [prices.select { |one| one.posted_at.to_date == day }, []] }
    Work::Market::TakePostings.call("postings", [], heard_until: now, now:)
    20.times { ask }
    found = Store::Market::LanePrices.of([%w[837 978 dry_van]])
    expected =
      { 15 => rates, 90 => rates + old }.transform_values do |all|
        [0.25, 0.5, 0.75].map { |share| quantile(all.map { |cents| cents / 200.0 / 100 }, share) }
      end
    expected.each do |days, quartiles|
      reports = found.fetch([days, "837", "978", "dry_van"])
      quartiles
        .zip([reports.low, reports.median, reports.high])
        .each { |want, have| expect(have).to be_within(0.0051).of(want) }
      expect(reports.count).to eq(days == 15 ? 7 : 9)
    end
    # Days are asked once each.
    expect(DB[:market_feeds].get(:priced_from)).to eq(now.to_date - 90)
    ask
    expect(service).to have_received(:prices).exactly(90).times
  end

  it "borrows for a thin lane from its states, and says so with the find" do
    take(posting("P1", rate_cents: 1_200_00))
    # Others between the same states, at half the price a mile; and one that nobody can believe.
    take_days(
      Array.new(12) do |i|
        price("R#{i}", 600_00, origin: "Twin Falls, ID", destination: "Portland, OR", miles: 500)
      end +
        [
          price("R1", 600_00, origin: "Twin Falls, ID", destination: "Portland, OR", miles: 500),
          price("X", 1_00),
          price("Y", 500_00, origin: "Nowhere, ID"),
          price("Z", 500_00, miles: 0)
        ]
    )
    lane = api(maren).call(:get, "/api/market/finds?driver_id=#{ready}")[:rows].first[:lanes].first
    own = 12_000.0 / DB[:postings].get(:miles_tenths)
    expect(lane).to include(days: 15, count: 1, borrowed_percent: 89, wider: 13, thin: true)
    expect(lane[:median].to_f).to be < own * 0.8
    expect(DB[:price_reports].count).to eq(13)
  end

  it "knows days of the stand-in before it listened, and a listener's own" do
    Work::Market::TakePostings.call("postings", [], heard_until: now, now:)
    ask
    days = DB[:price_reports].select_map(:posted_at).map(&:to_date).uniq.sort
    expect(days).to eq(((now.to_date - 5)..(now.to_date - 1)).to_a)
    expect(DB[:lane_prices].where(origin: "ID", destination: "OR").count).to be > 2
  end
end
