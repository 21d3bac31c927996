# frozen_string_literal: true

RSpec.describe Core::Billing::LanePrice do
  states = %w[ID OR UT WA]

  it "reads a town with its state, or a state, and nothing else" do
    read = ->(text) { described_class.read(text, states)&.text }
    expect(["Boise, ID", "boise ,id", " or ", "La Grande, OR", "McCall,ID"].map(&read)).to eq(
      ["Boise, ID", "Boise, ID", "OR", "La Grande, OR", "McCall, ID"]
    )
    expect(["Boise", "Boise, XX", "", ", ID", "Boise, Idaho"].map(&read)).to all(be_nil)
  end

  def price(id, from, to, **said)
    one =
      described_class::Price.new(
        id:,
        origin: from,
        destination: to,
        kind: "flat",
        rate: 1,
        from_on: Date.new(2026, 1, 1),
        until_on: nil,
        **said
      )
    [one, *[from, to].map { |text| described_class.read(text, %w[ID OR UT WA]) }]
  end

  def on(day, prices, from: "Boise, ID", to: "Pendleton, OR")
    ends = [from, to].map { |text| described_class.read(text, %w[ID OR UT WA]) }
    described_class.on(Date.parse(day), *ends, prices)&.id
  end

  it "prefers towns to states, and what was agreed later" do
    states = price(1, "ID", "OR")
    half = price(2, "ID", "Pendleton, OR")
    other_half = price(3, "Boise, ID", "OR")
    both = price(4, "Boise, ID", "Pendleton, OR")
    expect(on("2026-06-01", [states])).to eq(1)
    expect(on("2026-06-01", [half, states])).to eq(2)
    expect(on("2026-06-01", [states, half, other_half])).to eq(3)
    expect(on("2026-06-01", [both, states, half, other_half])).to eq(4)
    expect(on("2026-06-01", [both, states], from: "Nampa, ID")).to eq(1)
    expect(on("2026-06-01", [both, states], to: "Ogden, UT")).to be_nil
    later = price(5, "Boise, ID", "Pendleton, OR", from_on: Date.new(2026, 6, 1))
    expect(on("2026-05-31", [both, later])).to eq(4)
    expect(on("2026-06-01", [both, later])).to eq(5)
  end

  it "holds from its first day through its last" do
    ends = [price(1, "ID", "OR", until_on: Date.new(2026, 3, 31))]
    expect(%w[2025-12-31 2026-01-01 2026-03-31 2026-04-01].map { |day| on(day, ends) }).to eq(
      [nil, 1, 1, nil]
    )
  end
end
