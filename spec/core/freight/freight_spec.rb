# frozen_string_literal: true

RSpec.describe Core::Freight do
  def price(kind, rate, fuel_kind: "none", fuel_rate: "0", accessorials_cents: [])
    Core::Freight::Pricing::Price.new(
      kind:,
      rate: rate.to_d,
      fuel_kind:,
      fuel_rate: fuel_rate.to_d,
      accessorials_cents:
    )
  end

  def window(kind, from = nil, to = nil)
    at = ->(hour) { hour && (Time.utc(2026, 11, 23) + (hour * 3600)) }
    Core::Freight::Schedule::Window.new(kind:, from: at[from], to: at[to])
  end

  # 400.5 miles, 44,000 lb (440 hundredweight, 22 short tons): kind, rate, line haul in cents
  [
    ["flat", "1850", 185_000],
    ["per_mile", "2.85", 114_143],
    ["per_hundredweight", "3.105", 136_620],
    ["per_ton", "61.25", 134_750]
  ].each do |kind, rate, cents|
    it "prices #{kind.tr("_", " ")} at #{cents} cents" do
      expect(
        described_class.totals(price(kind, rate), miles: "400.5".to_d, weight_lb: 44_000).line_haul_cents
      ).to eq(cents)
    end
  end

  it "adds a fuel surcharge of a percentage of the line haul or by the mile, and accessorials" do
    percent =
      described_class.totals(
        price("flat", "1850", fuel_kind: "percent", fuel_rate: "18.5", accessorials_cents: [7500]),
        miles: nil,
        weight_lb: 0
      )
    by_mile =
      described_class.totals(
        price("flat", "1850", fuel_kind: "per_mile", fuel_rate: "0.485"),
        miles: 400.to_d,
        weight_lb: 0
      )
    expect([percent.fuel_surcharge_cents, percent.total_cents, by_mile.fuel_surcharge_cents]).to eq(
      [34_225, 226_725, 19_400]
    )
  end

  {
    ["open", []] => "open",
    ["planned", []] => "open",
    ["planned", %w[planned]] => "planned",
    ["planned", %w[sent]] => "sent",
    ["planned", %w[delivered]] => "delivered",
    ["sent", %w[accepted]] => "accepted",
    ["accepted", %w[rolling]] => "rolling",
    ["accepted", %w[rolling planned]] => "rolling",
    ["rolling", %w[delivered sent]] => "rolling",
    ["rolling", %w[delivered delivered]] => "delivered",
    ["delivered", %w[rolling]] => "delivered",
    ["papers_in", %w[sent]] => "papers_in",
    ["billed", []] => "billed",
    ["cancelled", []] => "cancelled"
  }.each do |(load_status, trips), status|
    it "takes a load that is #{load_status} and whose trips are #{trips.join(", then ")} for #{status}" do
      expect(Core::Freight::Statuses.by_trips(load_status, trips)).to eq(status)
    end
  end

  it "knows the life of a load, and that it can be cancelled from any status before delivered" do
    life = %w[open planned sent accepted rolling delivered papers_in billed closed]
    life.each_cons(2) { |from, to| expect(described_class.step(from, to)).to eq(to) }
    life.first(5).each { |from| expect(described_class.step(from, "cancelled")).to eq("cancelled") }
    life.drop(5).each { |from| expect { described_class.step(from, "cancelled") }.to refuse("wrong_status") }
    expect { described_class.step("open", "rolling") }.to refuse("wrong_status", "/status")
  end

  it "says in words what is missing for the next state" do
    facts =
      Core::Freight::Readiness::Facts.new(
        status: "open",
        windows: [window("pickup", 8), window("delivery")],
        weight_lb: 0,
        price_by_weight: true,
        trailer: true,
        papers: []
      )
    expect(described_class.missing(facts).map(&:code)).to eq(%w[stop_time weight crew])
    expect(described_class.missing(facts.with(status: "delivered")).map(&:code)).to eq(%w[papers])
    expect(described_class.missing(facts.with(status: "delivered", papers: %w[bol]))).to eq([])
  end
end

RSpec.describe Core::Roads do
  # Great-circle miles between airports, from memory: BOI-SEA 399, JFK-LAX 2475
  [
    [[43.564, -116.223], [47.449, -122.309], 399],
    [[40.640, -73.779], [33.943, -118.408], 2475]
  ].each do |from, to, miles|
    it "is #{miles} miles on the great circle" do
      points = [from, to].map { |latitude, longitude| Core::Roads::Point.new(latitude:, longitude:) }
      expect(described_class.great_circle_miles(*points)).to be_within(miles * 0.005).of(miles)
      expect(described_class.great_circle_miles(*points)).to be_within(miles * 0.006).of(miles)
    end
  end
end
