# frozen_string_literal: true

require_relative "../../../config/core"

RSpec.describe Core::Freight::Schedule do
  def at(hour) = hour && Time.utc(2026, 11, 16, hour)
  def window(kind, from = nil, to = nil) = described_class::Window.new(kind:, from: at(from), to: at(to))
  def windows(*rows) = rows.map { |row| window(*row) }

  # Stops in order (kind, opens, closes): what is refused, and where.
  [
    [[["pickup", 8], ["delivery", 9]], nil],
    [[["pickup"], ["delivery"]], nil],
    [[["pickup", 8], ["delivery", 10], ["pickup"], ["delivery", 9, 14]], nil],
    [[["delivery", 9]], %w[pickup_missing /stops]],
    [[["pickup", 9]], %w[delivery_missing /stops]],
    [[["delivery", 8], ["pickup", 9], ["delivery", 10]], %w[delivery_first /stops/0/kind]],
    [[["pickup", 8], ["delivery", 9], ["pickup", 10]], %w[pickup_last /stops/2/kind]],
    [[["pickup", 8, 8], ["delivery", 9]], nil],
    [[["pickup", 8, 7], ["delivery", 9]], %w[window_reversed /stops/0/to]],
    [[["pickup", 8], ["delivery", 9, 8]], %w[window_reversed /stops/1/to]],
    # It closes at the very minute that the one before opens: that can be done. An hour before, it cannot.
    [[["pickup", 8, 12], ["delivery", 6, 8]], nil],
    [[["pickup", 9, 12], ["delivery", 6, 8]], %w[stops_out_of_order /stops/1/from]],
    [[["pickup", 9], ["pickup"], ["delivery", nil, 8]], %w[stops_out_of_order /stops/2/from]],
    # The latest opening of all before counts, not the last one's.
    [[["pickup", 10], ["pickup", 8, 11], ["delivery", 8, 9]], %w[stops_out_of_order /stops/2/from]]
  ].each do |rows, (code, path)|
    it "#{code ? "refuses #{code} at #{path}" : "lets"} #{rows.inspect}" do
      check = -> { described_class.check(windows(*rows)) }
      code ? expect(&check).to(refuse(code, path)) : expect(&check).not_to(raise_error)
    end
  end

  it "names the stop that closes too early as people count" do
    late = windows(["pickup", 9, 12], ["delivery", 6, 8])
    expect { described_class.check(late) }.to raise_error(Refused, /\AStop 2 closes/)
  end

  # When a crew is held: from the first opening to the last closing, an hour at least.
  [
    [[["pickup", 8, 9], ["delivery", 14, 16]], 8, 16],
    [[["pickup", 8], ["delivery", 14]], 8, 14],
    [[["pickup", 8], ["delivery", 8]], 8, 9],
    [[["pickup", nil, 8], ["delivery", nil, 12]], 8, 12],
    [[["pickup", 10, 20], ["delivery", 8, 12]], 8, 20]
  ].each do |rows, from, to|
    it "holds a crew from #{from} to #{to} for #{rows.inspect}" do
      expect(described_class.span(windows(*rows))).to eq([at(from), at(to)])
    end
  end

  it "cannot hold anybody for a stop without a time" do
    expect { described_class.span(windows(["pickup", 8], ["delivery"])) }.to refuse(
      "stop_time_missing",
      "/stops/1/from"
    )
  end
end
