# frozen_string_literal: true

require_relative "../../../config/core"

RSpec.describe Core::Hours::Automatic do
  events = [[0, "off_duty"], [60, "driving"], [100, "driving"], [120, "on_duty"], [150, "driving"]]

  it "is what the device recorded as driving, until it was last heard" do
    expect(described_class.driving(events, 180).map { |one| [one.from, one.to] }).to eq(
      [[60, 120], [150, 180]]
    )
    expect(described_class.driving(events, 150).map { |one| [one.from, one.to] }).to eq([[60, 120]])
  end

  # 49 CFR 395, appendix A to subpart B, 4.3.2.8.2(b), from memory: times in minutes, ends not counted
  [
    [0, 60, nil],
    [0, 61, 60],
    [119, 130, 60],
    [120, 150, nil],
    [120, 151, 150],
    [120, nil, 150],
    [180, nil, nil]
  ].each do |from, to, shortened|
    it "#{shortened ? "shortens" : "leaves alone"} driving with an edit from #{from} to #{to || "now on"}" do
      expect(described_class.shortened(described_class.driving(events, 180), from, to)&.from).to eq(shortened)
    end
  end
end
