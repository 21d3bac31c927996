# frozen_string_literal: true

RSpec.describe Core::Billing::Credit do
  def credit(**said) =
    described_class.new(limit_cents: 1_000_00, owed_cents: 600_00, booked_cents: 200_00, stops: true, **said)

  it "is near from nine tenths, and beyond from the first cent above the limit" do
    expect([99_99, 100_00, 200_00, 200_01].map { |more| credit.standing(more) }).to eq(
      %w[within near near beyond]
    )
  end

  it "stops what is beyond where it is to, and says what it is made of" do
    expect([credit.stops?(200_00), credit.stops?(200_01), credit(stops: false).stops?(200_01)]).to eq(
      [false, true, false]
    )
    expect(credit.text("Fernhill", 250_00)).to eq(
      "Fernhill would owe $1,050.00, $50.00 beyond the $1,000.00 agreed: $600.00 on open invoices, $200.00 booked and " \
        "not billed, $250.00 for this load."
    )
    expect(credit.text("Fernhill", 0)).to be_nil
  end

  it "knows no limit where none is agreed" do
    expect(credit(limit_cents: nil).standing(10_000_000_00)).to eq("within")
  end
end
