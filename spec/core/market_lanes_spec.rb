# frozen_string_literal: true

require_relative "../../config/core"

RSpec.describe Core::Market::Lanes do
  def reports(count, low, median, high) =
    described_class::Reports.new(count:, low: low.to_d, median: median.to_d, high: high.to_d)

  it "is a lane's own where nothing is wider, and nothing where nothing was posted" do
    own = described_class.estimate([reports(3, "2", "2.50", "3"), nil])
    expect([own.median, own.borrowed_percent, own.wider]).to eq([2.5r, 0, 0])
    expect(described_class.estimate([nil, nil, nil])).to be_nil
  end

  # Own share n / (n + 8), by hand: 2/10 of 3.00 and 8/10 of 2.00 are 2.20; 8/16 of each is the middle.
  it "borrows from what is wider by how few it has itself" do
    wide = reports(400, "1.50", "2.00", "2.50")
    expect(
      [0, 2, 8, 792].map { |count| described_class.estimate([reports(count, 3, 3, 3), wide]).median }
    ).to eq([2r, 2.2r, 2.5r, 2.99r])
    expect(
      [0, 2, 8, 792].map do |count|
        described_class.estimate([reports(count, 3, 3, 3), wide]).borrowed_percent
      end
    ).to eq([100, 80, 50, 1])
    expect([7, 8, 9].map { |count| described_class.estimate([reports(count, 3, 3, 3), wide]).thin? }).to eq(
      [true, true, false]
    )
    expect(described_class.estimate([nil, wide]).to_h).to eq(
      count: 0,
      low: 1.5r,
      median: 2r,
      high: 2.5r,
      borrowed_percent: 100,
      wider: 400
    )
  end

  it "goes from the widest in" do
    # The middle level is 8/16 of 2.00 and of 4.00: 3.00; the lane 2/10 of 5.00 and 8/10 of that: 3.40.
    levels = [reports(2, 5, 5, 5), reports(8, 2, 2, 2), reports(1000, 4, 4, 4)]
    expect(described_class.estimate(levels).median).to eq(3.4r)
  end

  it "classes lanes by length at the boundary" do
    expect([1500, 1501, 3000, 10_000, 10_001].map { |tenths| described_class.length_key(tenths) }).to eq(
      %w[L0 L1 L1 L3 L4]
    )
  end
end
