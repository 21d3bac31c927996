# frozen_string_literal: true

RSpec.describe Core::Billing::Factoring do
  def sale(cents, advance, fee) =
    described_class
      .sale(cents, advance_percent: BigDecimal(advance), fee_percent: BigDecimal(fee))
      .to_h
      .values

  # Worked out by hand; common practice: so much at once, a fee of the face, the rest when the customer has paid.
  it "pays a part at once, takes its fee of the whole, and holds the rest" do
    expect(sale(1_000_00, "90", "3")).to eq([1_000_00, 900_00, 30_00, 70_00])
    expect(sale(1_234_57, "92.5", "2.25")).to eq([1_234_57, 1_141_98, 27_78, 64_81])
  end

  it "never comes to more than the invoice, to the cent" do
    expect(sale(1, "97", "3")).to eq([1, 1, 0, 0])
    dice = Random.new(5)
    sums = Array.new(300) { sale(dice.rand(1..900_000), dice.rand(1..97).to_s, "3") }
    expect(sums.map { |amount, *parts| amount - parts.sum }.uniq).to eq([0])
    expect(sums.flatten.min).to be >= 0
  end
end
