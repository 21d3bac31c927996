# frozen_string_literal: true

require_relative "../../../config/core"

RSpec.describe Core::Permits::Gaps do
  def day(number) = Date.new(2026, 11, number)

  sizes = { width_in: 144, height_in: 162, length_in: 900, gross_lb: 90_000 }

  let(:move) do
    described_class::Move.new(
      of: sizes.merge(tractor_id: 7, way: "A → B"),
      starts_on: day(16),
      ends_on: day(18),
      last_state: "MT"
    )
  end
  let(:held) do
    described_class::Held.new(
      jurisdiction: "MT",
      status: "issued",
      number: "MT1",
      valid_from: day(16),
      valid_to: day(18),
      of: sizes.merge(tractor_id: 7, way: "A → B")
    )
  end
  let(:freight) do
    described_class::Freight.new(width_in: 144, length_in: 900, weight_lb: 90_000, way: "A → B")
  end

  def gaps(move: self.move, held: self.held, freight: self.freight) =
    described_class.of([held], move, freight)

  it "are none where all fits to the inch, the pound and the day" do
    expect(gaps).to eq([])
  end

  {
    "draft" => "MT: the permit is not applied for.",
    "sent" => "MT: the permit is on its way to the office.",
    "review" => "MT: the permit is with the office.",
    "asked" => "MT: the permit is waiting for an answer to its office.",
    "refused" => "MT: the permit is refused."
  }.each do |status, sentence|
    it "is one that is #{status}" do
      expect(gaps(held: held.with(status:))).to eq([sentence])
    end
  end

  it "is a load that has grown, or goes another way, since its file was made" do
    grown = freight.with(width_in: 145, length_in: 901, weight_lb: 90_001, way: "A → C")
    expect(gaps(freight: grown)).to eq(
      [
        "The load's stops have changed since its permit file was made.",
        "The freight is wider and longer and heavier now than the permit file says."
      ]
    )
    expect(gaps(freight: freight.with(width_in: 145))).to eq(
      ["The freight is wider now than the permit file says."]
    )
  end

  it "is a permit for other days than the trip's first, or one of the last state that ends before the delivery" do
    [day(15), day(19)].each do |starts_on|
      expect(gaps(move: move.with(starts_on:, ends_on: nil))).to eq(
        ["MT: permit MT1 is good from 2026-11-16 to 2026-11-18, and the trip begins #{starts_on}."]
      )
    end
    late = move.with(ends_on: day(19))
    expect(gaps(move: late)).to eq(
      ["MT: permit MT1 ends 2026-11-18, and the delivery is expected 2026-11-19."]
    )
    expect(gaps(move: late.with(last_state: "WA"))).to eq([])
  end

  it "judges no day that is not known" do
    expect(gaps(move: move.with(starts_on: nil, ends_on: nil))).to eq([])
  end

  it "is one for another way or tractor, where both are noted" do
    expect(gaps(held: held.with(of: held.of.merge(way: "A → X", tractor_id: 8)))).to eq(
      ["MT: permit MT1 is for another way: A → X.", "MT: permit MT1 is for another tractor."]
    )
    expect(gaps(held: held.with(of: sizes))).to eq([])
    expect(gaps(move: move.with(of: move.of.merge(tractor_id: nil)))).to eq([])
  end

  sizes.each_key do |size|
    it "is one that was issued for less of #{size}, and not one for more, or that does not say" do
      [[-1, ["MT: permit MT1 is for a smaller load than this is now."]], [1, []]].each do |more, sentences|
        of = held.of.merge(size => sizes[size] + more)
        expect(gaps(held: held.with(of:))).to eq(sentences)
      end
      expect(gaps(held: held.with(of: held.of.except(size)))).to eq([])
    end
  end
end
