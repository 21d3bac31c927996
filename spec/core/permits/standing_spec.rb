# frozen_string_literal: true

require_relative "../../../config/core"

RSpec.describe Core::Permits::Standing do
  sizes = { width_in: 144, height_in: 174, length_in: 1320, gross_lb: 80_000 }
  held =
    described_class::Held.new(
      jurisdiction: "ID",
      number: "Y1",
      sizes:,
      tractor_id: 7,
      valid_from: Date.new(2026, 1, 1),
      valid_to: Date.new(2026, 12, 31),
      trips: 4
    )
  vehicle =
    Core::Permits::Vehicle.new(
      **sizes,
      trailer_length_in: nil,
      front_overhang_in: nil,
      rear_overhang_in: nil,
      axles: []
    )
  move = { kind: "oversize", tractor_id: 7, from: Date.new(2026, 1, 1), to: Date.new(2026, 12, 31), used: 3 }

  # Of the vehicle, the move and the permit what is changed => why it does not cover: at both sides of each bound.
  [
    [{}, {}, {}, []],
    [{ width_in: 145 }, {}, {}, ["It goes to 12 ft wide, this is 12 ft 1 in."]],
    [{ height_in: 175 }, {}, {}, ["It goes to 14 ft 6 in high, this is 14 ft 7 in."]],
    [{ length_in: 1321 }, {}, {}, ["It goes to 110 ft long, this is 110 ft 1 in."]],
    [{ gross_lb: 80_001 }, {}, {}, ["It goes to 80,000 lb, this is 80,001 lb."]],
    [{ width_in: nil, height_in: nil, length_in: nil, gross_lb: nil }, {}, {}, []],
    [{}, { kind: "superload" }, {}, ["A superload is looked at by the office each time."]],
    [{}, { tractor_id: 8 }, {}, ["It is for another tractor."]],
    [{}, { tractor_id: nil }, {}, ["It is for another tractor."]],
    [{}, { tractor_id: 8 }, { tractor_id: nil }, []],
    [
      {},
      { from: Date.new(2025, 12, 31) },
      {},
      ["It is good from Jan 1, 2026 to Dec 31, 2026, the move is Dec 31, 2025 to Dec 31, 2026."]
    ],
    [
      {},
      { to: Date.new(2027, 1, 1) },
      {},
      ["It is good from Jan 1, 2026 to Dec 31, 2026, the move is Jan 1, 2026 to Jan 1, 2027."]
    ],
    [{}, { used: 4 }, {}, ["Its 4 trips are used up."]],
    [{}, { used: 400 }, { trips: nil }, []]
  ].each do |of_vehicle, of_move, of_held, sentences|
    it "says #{sentences.inspect} for #{[of_vehicle, of_move, of_held].reject(&:empty?).inspect}" do
      unmet = described_class.unmet(held.with(**of_held), vehicle.with(**of_vehicle), **move, **of_move)
      expect(unmet).to eq(sentences)
    end
  end
end
