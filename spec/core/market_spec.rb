# frozen_string_literal: true

require_relative "../../config/core"

RSpec.describe Core::Market do
  def facts(**more)
    described_class::Facts.new(
      opens_at: Time.utc(2026, 11, 30, 14),
      closes_at: Time.utc(2026, 11, 30, 18),
      deliver_by: Time.utc(2026, 12, 1, 18),
      rate_cents: 1_200_00,
      weight: 40_000,
      origin_known: true,
      destination_known: true,
      trailer_known: true,
      **more
    )
  end

  {
    "believes what can be" => [{}, []],
    "believes freight that has no price, weight or time of delivery yet" => [
      { rate_cents: nil, weight: nil, deliver_by: nil },
      []
    ],
    "takes a price of a dollar for none" => [{ rate_cents: 100 }, ["A price of $1.00 is none: ask for it."]],
    "takes fifty dollars for a price" => [{ rate_cents: 50_00 }, []],
    "takes no weight from a text" => [{ weight: "42k" }, ["Its weight reads “42k”: ask for it."]],
    "believes the most that the Interstates bear" => [{ weight: 80_000 }, []],
    "believes no more" => [{ weight: 80_001 }, ["80,001 lb is no weight of freight."]],
    "sees a delivery before the pickup" => [
      { deliver_by: Time.utc(2026, 11, 30, 14) },
      ["It is to be delivered before it is picked up."]
    ],
    "sees a pickup that ends before it begins" => [
      { closes_at: Time.utc(2026, 11, 30, 13) },
      ["Its pickup ends before it begins."]
    ],
    "says all that is wrong" => [
      { origin_known: false, rate_cents: 0 },
      ["Nobody knows where it is picked up.", "A price of $0.00 is none: ask for it."]
    ]
  }.each do |what, (more, sentences)|
    it(what) { expect(described_class.doubts(facts(**more))).to eq(sentences) }
  end

  def poster(**more) =
    described_class::Poster.new(
      name: "Mossgrave Logistics",
      authority: "active",
      bond_dollars: 75_000,
      credit_score: 60,
      days_to_pay: 45,
      **more
    )

  # 49 U.S.C. 13904: a broker is registered; 49 CFR 387.307: with a bond of 75,000 dollars. The rest is common practice.
  {
    {} => [],
    { authority: "revoked" } => [%w[authority_not_active block]],
    { authority: "pending" } => [%w[authority_not_active block]],
    { bond_dollars: 74_999 } => [%w[bond_missing block]],
    { credit_score: 59 } => [%w[credit_low warn]],
    { credit_score: nil } => [%w[credit_unknown warn]],
    { days_to_pay: 46 } => [%w[pays_late warn]],
    {
      bond_dollars: 0,
      credit_score: 12,
      authority: "revoked"
    } => [%w[authority_not_active block], %w[bond_missing block], %w[credit_low warn]]
  }.each do |more, expected|
    it "says of a poster with #{more.empty? ? "nothing against him" : more}: #{expected.flatten.join(" ")}" do
      expect(described_class.standing(poster(**more)).map { |reason| [reason.code, reason.effect] }).to eq(
        expected
      )
    end
  end

  it "does as the company says: refuse, warn or keep still" do
    effects = { "authority_not_active" => "warn", "bond_missing" => "off", "credit_low" => "block" }
    shaky = poster(authority: "revoked", bond_dollars: 0, credit_score: 12)
    expect(described_class.standing(shaky, effects:).map { |one| [one.code, one.effect] }).to eq(
      [%w[authority_not_active warn], %w[credit_low block]]
    )
  end

  [
    ["fits", false, 0, nil, true],
    ["tight", false, -1, nil, false],
    ["fits", false, 99_99, 100_00, false],
    ["fits", false, 100_00, 100_00, true],
    ["fits", false, nil, nil, true],
    ["fits", false, nil, 100_00, false],
    ["late", false, 500_00, nil, false],
    ["fits", true, 500_00, nil, false]
  ].each do |verdict, poster_blocked, profit_cents, least_cents, worth|
    asked = "#{profit_cents.inspect} of #{least_cents.inspect}"
    it "#{worth ? "rings" : "does not ring"} for what is #{verdict} at #{asked}, poster blocked: #{poster_blocked}" do
      expect(described_class.worth_telling?(verdict:, poster_blocked:, profit_cents:, least_cents:)).to be(
        worth
      )
    end
  end

  it "blocks who is in no register: nobody knows whether he may broker" do
    expect(described_class.standing(nil).map { |one| [one.code, one.effect] }).to eq(
      [%w[poster_unknown block]]
    )
  end

  # By hand: $1,500 over 400 loaded and 100 empty miles is $3.75 and $3.00 a mile; a fifth of the $900 that it costs
  # goes into the empty ones.
  it "says what a price comes to" do
    price = described_class.price(1_500_00, cost_cents: 900_00, loaded_tenths: 4000, deadhead_tenths: 1000)
    expect(price.to_h).to eq(
      amount_cents: 1_500_00,
      per_loaded_mile_cents: 3_75,
      per_mile_cents: 3_00,
      floor_cents: 900_00,
      margin_cents: 600_00,
      deadhead_cents: 180_00
    )
    expect(
      described_class.price(5_00, cost_cents: 0, loaded_tenths: 0, deadhead_tenths: 0).per_mile_cents
    ).to be_nil
  end

  it "keeps what is settled when an answer comes late, or twice" do
    answered = ->(state) { described_class.answered(state, "accepted") }
    expect(%w[sent accepted countered withdrawn booked lost].map(&answered)).to eq(
      %w[accepted accepted accepted withdrawn booked lost]
    )
  end
end
