# frozen_string_literal: true

require_relative "../../../config/core"

RSpec.describe Core::Permits::Covers do
  axle = ->(weight_lb, spacing_ft) { { weight_lb:, spacing_ft: BigDecimal(spacing_ft) } }
  sizes = {
    width_in: 168,
    height_in: 174,
    length_in: 1020,
    trailer_length_in: 636,
    front_overhang_in: 12,
    rear_overhang_in: 60,
    gross_lb: 96_000
  }
  granted =
    sizes.merge(
      axles: [axle[12_000, "0"], axle[42_000, "12.5"], axle[42_000, "4.5"]],
      tractor_id: 1,
      tractor_plate: "ID JF1001",
      trailer_id: 5,
      trailer_plate: "ID TR0501",
      way: "Missoula, MT → Boise, ID",
      roads: %w[US-93 US-12]
    )

  def unmet(granted, moves) = described_class.unmet(granted, moves).map(&:text)

  it "covers what is the same, to the inch and the pound, and whatever is less" do
    expect(unmet(granted, granted)).to eq([])
    expect(unmet(granted, granted.merge(sizes.transform_values { |some| some - 1 }))).to eq([])
  end

  {
    width_in: "is for 14 ft wide, and this is 14 ft 1 in",
    height_in: "is for 14 ft 6 in high, and this is 14 ft 7 in",
    length_in: "is for 85 ft long, and this is 85 ft 1 in",
    trailer_length_in: "is for 53 ft of trailer, and this is 53 ft 1 in",
    front_overhang_in: "is for 1 ft over the front, and this is 1 ft 1 in",
    rear_overhang_in: "is for 5 ft over the rear, and this is 5 ft 1 in",
    gross_lb: "is for 96,000 lb, and this weighs 96,001 lb"
  }.each do |fact, said|
    it "does not cover an inch or a pound more of #{fact}, and does not compare what was not noted" do
      larger = granted.merge(fact => granted[fact] + 1)
      expect(
        [unmet(granted, larger), unmet(granted.except(fact), larger), unmet(granted, larger.except(fact))]
      ).to eq([[said], [], []])
    end
  end

  it "does not cover other axles: more of them, a heavier one, one closer to the next" do
    with = ->(*axles) { granted.merge(axles:) }
    {
      with[*granted[:axles], axle[1, "4"]] => ["is for 3 axles, and this has 4"],
      with[] => ["is for axles that are told, and nobody tells them now"],
      with[axle[12_000, "0"], axle[42_001, "12.5"], axle[41_999, "4.5"]] => [
        "is for 42,000 lb on axle 2, and there are 42,001 lb"
      ],
      with[axle[12_000, "0"], axle[42_000, "12"], axle[42_000, "4.5"]] => [
        "is for 12.5 ft before axle 2, and there are 12"
      ],
      with[axle[12_000, "0"], axle[42_000, "13"], axle[40_000, "5"]] => []
    }.each { |moves, said| expect(unmet(granted, moves)).to eq(said) }
    expect(unmet(granted.merge(axles: []), granted)).to eq([])
  end

  it "does not cover another unit, the same with another plate, another way, or other roads of the same way" do
    {
      { tractor_id: 2, tractor_plate: "ID JF1002" } => ["is for another tractor"],
      { trailer_id: 6 } => ["is for another trailer"],
      { tractor_plate: "ID JF2001" } => ["is for the plate ID JF1001, and the tractor has ID JF2001"],
      {
        way: "Missoula, MT → Nampa, ID",
        roads: %w[I-90]
      } => ["is for another way: Missoula, MT → Boise, ID"],
      { roads: %w[US-93 I-84] } => ["is for US-93, US-12, and the way goes by US-93, I-84"]
    }.each { |change, said| expect(unmet(granted, granted.merge(change))).to eq(said) }
  end
end
