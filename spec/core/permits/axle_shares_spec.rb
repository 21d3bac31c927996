# frozen_string_literal: true

RSpec.describe Core::Permits::AxleShares do
  def of(spacings_ft, tractor: 17_000, trailer: 14_000, freight: 45_000, deck: 53)
    described_class.of(
      spacings_ft,
      tractor_lb: tractor,
      trailer_lb: trailer,
      freight_lb: freight,
      deck_ft: deck
    )
  end

  # By hand: drives at 16 and 20.5 ft, their middle 18.25; trailer's axles at 51 and 55.5, middle 53.25: 35 ft apart.
  # The weight of 59,000 lb is 53/2 - 3 = 23.5 ft behind the kingpin: 59,000 x 23.5 / 35 = 39,614 on the trailer's
  # axles, 19,386 on the drives beside 6,800 of the tractor.
  it "balances the moments about the kingpin" do
    expect(of([0, 16, 4.5, 30.5, 4.5])).to eq([10_200, 13_100, 13_100, 19_800, 19_800])
  end

  it "always adds up to all that moves, and puts no more on the trailer's axles than the trailer weighs" do
    random = Random.new(18)
    50.times do
      spacings = [0, 14 + random.rand(4.0), 4.5, 20 + random.rand(25.0)] + Array.new(random.rand(0..3), 4.5)
      weights = of(spacings, freight: random.rand(10_000..120_000), deck: random.rand(28..53))
      expect(weights).to all(be_positive)
    end
    expect(of([0, 14, 4.5, 20, 4.5], freight: 61_234).sum).to eq(17_000 + 14_000 + 61_234)
  end

  it "takes the widest gap for the one between tractor and trailer" do
    five, six = of([0, 16, 4.5, 30.5, 4.5]), of([0, 16, 4.5, 30.5, 4.5, 4.5])
    expect([five.length, six.length]).to eq([5, 6])
    expect(six.last(3).uniq.length).to eq(1)
  end

  it "says what is missing" do
    expect { of([0, 16]) }.to raise_error(Core::Refused) { |e| expect(e.code).to eq("too_few_axles") }
    expect { of([0, 16, 4.5, 30], deck: 6) }.to raise_error(Core::Refused) { |e|
      expect(e.code).to eq("no_deck")
    }
  end
end
