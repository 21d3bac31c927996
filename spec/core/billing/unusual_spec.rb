# frozen_string_literal: true

RSpec.describe Core::Billing::Unusual do
  def charge(code, cents) =
    Core::Billing::Charge.new(
      code:,
      label: Core::Billing::CODES[code],
      quantity: nil,
      unit: nil,
      rate: nil,
      cents:,
      load_id: 1
    )
  def codes(**said) = found(**said).map(&:code)
  def found(**said) =
    described_class.of(
      described_class::Facts.new(
        lumpers: [],
        charges: [],
        usual: {
        },
        unauthorised: [],
        changed: nil,
        miles_tenths: nil,
        driven_tenths: nil,
        confirmed_cents: nil,
        total_cents: 1_000_00,
        **said
      )
    )

  it "finds nothing in a usual bill" do
    usual = { "lumper" => 150_00 }
    expect(codes(charges: [charge("lumper", 299_99)], usual:, confirmed_cents: 1_000_00)).to eq([])
  end

  it "points at twice the usual, and at nothing where there is no usual" do
    text = "Lumper is $300.00, and was $150.00 as a rule."
    expect(found(charges: [charge("lumper", 300_00)], usual: { "lumper" => 150_00 }).map(&:text)).to eq(
      [text]
    )
    expect(codes(charges: [charge("tarp", 900_00)], usual: { "lumper" => 150_00 })).to eq([])
    expect([[1, 2, 3], [1, 2, 3, 9], [9, 1, 2, 3, 4]].map { |sums| described_class.middle(sums) }).to eq(
      [nil, 2, 3]
    )
  end

  it "holds it against the confirmation, to the cent" do
    expect(found(confirmed_cents: 999_99).first.text).to eq(
      "Their confirmation says $999.99, and this comes to $1,000.00."
    )
  end

  it "points at what a driver laid out and nobody is charged, once for each receipt" do
    expect(
      [[[180_00, 180_00], [180_00]], [[180_00], [180_00]], [[90_00], [180_00]]].map do |told|
        described_class.uncharged(*told)
      end
    ).to eq([[180_00], [], [90_00]])
    expect(found(lumpers: [180_00]).map { |one| [one.text, one.act, one.cents] }).to eq(
      [["The driver laid out $180.00 for a lumper, and it is not charged.", "charge_lumper", 180_00]]
    )
  end

  it "leaves out of that what comes up on the road, where the confirmation does not have it" do
    later = [charge("detention", 70_00), charge("lumper", 30_00)]
    confirmed =
      [1_000_00, 900_00, 930_00, 970_00].map { |cents| codes(charges: later, confirmed_cents: cents) }
    expect(confirmed).to eq([[], [], ["confirmed"], ["confirmed"]])
  end

  it "points at miles more than a tenth off the way, either way" do
    off = [11_00, 11_01, 9_00, 8_99].map { |tenths| codes(miles_tenths: tenths, driven_tenths: 10_00) }
    expect(off).to eq([[], ["miles"], [], ["miles"]])
  end

  it "points at detention without anybody's word, and at a price that was changed after the delivery" do
    found = found(unauthorised: ["Detention at Pendleton"], changed: [Time.utc(2026, 11, 24), "Maren Holt"])
    expect(found.map { |one| [one.code, one.act] }).to eq([%w[unauthorised ask_customer], ["changed", nil]])
  end
end
