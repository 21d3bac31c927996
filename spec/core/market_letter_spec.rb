# frozen_string_literal: true

require_relative "../../config/core"

RSpec.describe Core::Market::Letter do
  let(:us) do
    described_class::Us.new(
      name: "Juniper Fork Haulage",
      phone: "",
      usdot_number: "9900001",
      carrier_number: ""
    )
  end
  let(:freight) do
    described_class::Freight.new(
      reference: "P7",
      lane: "Boise, ID to Ogden, UT",
      pickup: nil,
      trailer: "dry van"
    )
  end

  it "says our price and number and signs with what is known of us" do
    letter = described_class.write(us, "Maren Holt", freight, amount_cents: 1_250_00, note: "Two of us.")
    expect(letter).to eq(
      subject: "Boise, ID to Ogden, UT, P7: our offer {our reference}",
      body: <<~TEXT.strip
        Juniper Fork Haulage offers $1,250.00 all in for P7, Boise, ID to Ogden, UT.
        We send a dry van. Our reference: {our reference}.
        Two of us.

        Maren Holt
        Juniper Fork Haulage
        USDOT 9900001
      TEXT
    )
  end

  it "puts our number where it belongs, and at the end where somebody took it out" do
    expect(described_class.signed("As {our reference}, yours", "MK-7")).to eq("As MK-7, yours")
    expect(described_class.signed("Yours", "MK-7")).to eq("Yours\n\nOur reference: MK-7")
  end
end

RSpec.describe Core::Market::Confirmation do
  let(:zone) { TZInfo::Timezone.get("America/Boise") }
  let(:at) { Time.utc(2026, 11, 23, 17) }
  let(:agreed) do
    described_class::Terms.new(
      amount_cents: 1_200_00,
      origin: "Boise, ID",
      destination: "Ogden, UT",
      opens_at: at,
      closes_at: nil,
      deliver_by: at + 86_400,
      weight_lb: 40_000
    )
  end

  it "is as agreed, or does not say" do
    none = described_class::Terms.new(**agreed.to_h.transform_values { nil })
    loud = agreed.with(origin: "BOISE, ID")
    expect([agreed, none, loud].map { |one| described_class.differences(agreed, one, zone:) }).to eq(
      [[], [], []]
    )
  end

  {
    { amount_cents: 1_150_00 } => "The price is $1,150.00, not $1,200.00.",
    { destination: "Provo, UT" } => "The delivery is at Provo, UT, not at Ogden, UT.",
    {
      opens_at: Time.utc(2026, 11, 23, 19)
    } =>
      "The pickup from is Mon 11/23 12:00 MST, not Mon 11/23 10:00 MST.",
    {
      closes_at: Time.utc(2026, 11, 23, 19)
    } =>
      "The pickup until is Mon 11/23 12:00 MST, not said in the posting.",
    { weight_lb: 44_000 } => "The weight is 44,000 lb, not 40,000 lb."
  }.each do |more, sentence|
    it "says what it says otherwise: #{more.keys.first}" do
      expect(described_class.differences(agreed, agreed.with(**more), zone:)).to eq([sentence])
    end
  end
end
