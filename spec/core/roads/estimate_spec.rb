# frozen_string_literal: true

require_relative "../../../config/core"

RSpec.describe Core::Roads::Estimate do
  # A degree of latitude on a sphere of 3,958.8 miles is 69.09 miles: bent by 1.2, 82.9; at 50 mph 99.5 minutes.
  it "bends the great circle as roads bend, to the tenth of a mile, and drives it at fifty" do
    from, to = [43.0, 44.0].map { |latitude| Core::Roads::Point.new(latitude:, longitude: -116.0) }
    found = described_class.between(from, to)
    expect([found.tenths, found.minutes]).to eq([829, 99])
  end

  it "is nothing from a place to itself" do
    here = Core::Roads::Point.new(latitude: 43.0, longitude: -116.0)
    expect(described_class.between(here, here)).to eq(Core::Roads::Fan::Reach.new(tenths: 0, minutes: 0))
  end
end
