# frozen_string_literal: true

require_relative "../../../config/core"

RSpec.describe Core::Pay::BankNumber do
  # ABA Routing Number Policy: 3, 7, 1 by turns, the sum a multiple of ten. 021000021 and 011000015 (the Federal
  # Reserve Bank of Boston) are published numbers; the others are one digit off, or of another length.
  {
    "021000021" => true,
    "011000015" => true,
    "000000000" => true,
    "021000022" => false,
    "121000021" => false,
    "021100021" => false,
    "02100002" => false,
    "0210000210" => false,
    "02100002a" => false,
    "" => false
  }.each do |routing, good|
    it "#{good ? "is" : "is not"} #{routing.inspect}" do
      expect(described_class.good?(routing)).to be(good)
    end
  end

  it "notices every single wrong digit" do
    taken =
      (0..8)
        .to_a
        .product([*"0".."9"])
        .map { |place, digit| (+"021000021").tap { |routing| routing[place] = digit } }
        .select { |routing| described_class.good?(routing) }
    expect(taken.uniq).to eq(%w[021000021])
  end
end
