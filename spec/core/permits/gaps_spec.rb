# frozen_string_literal: true

require_relative "../../../config/core"

RSpec.describe Core::Permits::Gaps do
  def day(number) = Date.new(2026, 11, number)

  sizes = { width_in: 144, height_in: 162, length_in: 900, gross_lb: 90_000 }

  let(:move) do
    described_class::Move.new(
      of: sizes.merge(tractor_id: 7, way: "A → B", rear_overhang_in: 0),
      roads: {
        "MT" => %w[US-93]
      },
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
    described_class::Freight.new(
      width_in: 144,
      length_in: 900,
      weight_lb: 90_000,
      way: "A → B",
      rig: sizes.merge(rear_overhang_in: 0),
      seen: sizes.merge(rear_overhang_in: 0)
    )
  end

  def gaps(move: self.move, held: self.held, freight: self.freight) =
    described_class.of([held], move, freight).map(&:text)

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
        "The load is wider and longer and heavier now than the permit file says."
      ]
    )
    expect(gaps(freight: freight.with(width_in: 145))).to eq(
      ["The load is wider now than the permit file says."]
    )
  end

  it "is a rig that has grown beyond what the file says, since somebody looked at it" do
    {
      height_in: "higher",
      rear_overhang_in: "longer over the rear",
      gross_lb: "heavier"
    }.each do |fact, word|
      rig = ->(more) { freight.with(rig: freight.rig.merge(fact => freight.rig[fact] + more)) }
      said = ["The load is #{word} now than the permit file says."]
      expect([gaps(freight: rig[0]), gaps(freight: rig[1])]).to eq([[], said])
      # What a clerk has measured as less stands, until something grows.
      lower = move.with(of: move.of.merge(fact => move.of[fact] - 1))
      granted = held.with(of: held.of.except(fact))
      expect(gaps(move: lower, held: granted, freight: freight.with(weight_lb: 0))).to eq([])
      # Nor does it matter while the file has room for it, or nobody kept what it was.
      roomy = move.with(of: move.of.merge(fact => move.of[fact] + 5))
      expect(gaps(move: roomy, held: granted, freight: rig[5])).to eq([])
      expect(gaps(freight: rig[1].with(seen: nil))).to eq([])
    end
  end

  it "is what an office was asked while the load was less, beside that it has not answered" do
    asked = held.with(status: "review", of: held.of.merge(width_in: 140))
    expect(gaps(held: asked)).to eq(
      [
        "MT: the permit is with the office.",
        "MT: what its office was asked is for 11 ft 8 in wide, and this is 12 ft."
      ]
    )
    expect(gaps(held: asked.with(status: "refused"))).to eq(["MT: the permit is refused."])
  end

  it "is a permit for other roads through its state" do
    expect(gaps(held: held.with(of: held.of.merge(roads: %w[I-90])))).to eq(
      ["MT: permit MT1 is for I-90, and the way goes by US-93."]
    )
  end

  it "is a permit for other days than the trip's first, or one of the last state that ends before the delivery" do
    [day(15), day(19)].each do |starts_on|
      expect(gaps(move: move.with(starts_on:, ends_on: nil))).to eq(
        [
          "MT: permit MT1 is good from Mon 11/16 to Wed 11/18, and the trip begins #{Core::Spoken.day(starts_on)}."
        ]
      )
    end
    late = move.with(ends_on: day(19))
    expect(gaps(move: late)).to eq(["MT: permit MT1 ends Wed 11/18, and the delivery is expected Thu 11/19."])
    expect(gaps(move: late.with(last_state: "WA"))).to eq([])
  end

  it "judges no day that is not known" do
    expect(gaps(move: move.with(starts_on: nil, ends_on: nil))).to eq([])
  end

  it "is one for another way or tractor, where both are noted" do
    expect(gaps(held: held.with(of: held.of.merge(way: "A → X", tractor_id: 8)))).to eq(
      ["MT: permit MT1 is for another tractor.", "MT: permit MT1 is for another way: A → X."]
    )
    expect(gaps(held: held.with(of: sizes))).to eq([])
    expect(gaps(move: move.with(of: move.of.merge(tractor_id: nil)))).to eq([])
  end

  sizes.each_key do |size|
    it "is one that was issued for less of #{size}, and not one for more, or that does not say" do
      [[-1, 1], [1, 0]].each do |more, sentences|
        of = held.of.merge(size => sizes[size] + more)
        expect(gaps(held: held.with(of:)).length).to eq(sentences)
      end
      expect(gaps(held: held.with(of: held.of.except(size)))).to eq([])
    end
  end

  it "is the same gap however its sentence reads, and another with another figure" do
    keys = ->(width_in) do
      described_class.of([held], move.with(of: move.of.merge(width_in:)), freight).map(&:key)
    end
    expect(keys[146]).to eq([%w[MT issued width_in 144 146]])
    expect(keys[147]).not_to eq(keys[146])
  end
end
