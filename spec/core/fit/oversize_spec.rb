# frozen_string_literal: true

require_relative "../../../config/core"

RSpec.describe Core::Fit::Oversize do
  plain = { width_in: nil, height_in: nil, gross_lb: nil, trailer_kind: nil }

  # 102 in, 13 ft 6 in and 80,000 lb: 23 CFR 658.15, 658.17; decks of 60, 42 and 24 in: common practice.
  [
    [{}, []],
    [{ width_in: 102 }, []],
    [{ width_in: 103 }, [[:wide, 103]]],
    [{ height_in: 102, trailer_kind: "flatbed" }, []],
    [{ height_in: 103, trailer_kind: "flatbed" }, [[:high, 163]]],
    [{ height_in: 120, trailer_kind: "step_deck" }, []],
    [{ height_in: 121, trailer_kind: "step_deck" }, [[:high, 163]]],
    [{ height_in: 138, trailer_kind: "lowboy" }, []],
    [{ height_in: 139, trailer_kind: "lowboy" }, [[:high, 163]]],
    # Nothing is known of the deck of a van, and nothing higher than it goes in.
    [{ height_in: 200, trailer_kind: "dry_van" }, []],
    [{ gross_lb: 80_000 }, []],
    [{ gross_lb: 80_001 }, [[:gross, 80_001]]],
    [
      { width_in: 168, height_in: 140, gross_lb: 93_000, trailer_kind: "lowboy" },
      [[:wide, 168], [:high, 164], [:gross, 93_000]]
    ]
  ].each do |changed, found|
    it "finds #{found.inspect} in #{changed.inspect}" do
      expect(described_class.of(**plain, **changed)).to eq(found)
    end
  end
end
