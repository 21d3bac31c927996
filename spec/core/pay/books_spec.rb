# frozen_string_literal: true

require_relative "../../../config/core"

RSpec.describe Core::Pay::Books do
  def line(section, label, amount_cents, kind: nil, source_id: nil, deduction_id: nil) =
    Core::Pay::Terms::Line.new(
      **Core::Pay::Terms::Line::FIELDS.to_h { |field| [field, nil] },
      section:,
      label:,
      amount_cents:,
      kind:,
      source_id:,
      deduction_id:
    )
  def posted(entries) = entries.map { |entry| [entry.account, entry.cents] }

  it "owes what is earned to the driver's net payable, deductions and orders to theirs" do
    lines = [
      line("earnings", "Miles", 100_000),
      line("taxes", "Tax", -12_000),
      line("garnishments", "Order", -5_000),
      line("advances", "Loan", -4_000),
      line("recurring", "Rent", -3_000, deduction_id: 1),
      line("recurring", "Bond", -2_000, deduction_id: 2),
      line("one_time", "Boots", -1_000)
    ]
    entries = described_class.of_statement(lines, escrow: [2])
    expect(posted(entries)).to eq(
      [
        ["earnings", -100_000],
        ["taxes", 12_000],
        ["garnishments", 5_000],
        ["advances", 4_000],
        ["deductions", 3_000],
        ["escrow", 2_000],
        ["deductions", 1_000],
        ["net_payable", 73_000]
      ]
    )
    expect(entries.sum(&:cents)).to eq(0)
  end

  it "carries a net below zero forward, and takes it in again from there" do
    short =
      described_class.of_statement([line("earnings", "Miles", 1_000), line("recurring", "Rent", -3_000)])
    expect(posted(short).last).to eq(["carried_forward", -2_000])
    later =
      described_class.of_statement(
        [line("earnings", "Miles", 9_000), line("recurring", "Carried", -2_000, kind: "carried_in")]
      )
    expect(posted(later)).to eq([["earnings", -9_000], ["carried_forward", 2_000], ["net_payable", 7_000]])
  end

  it "is nobody's debt at a net of nothing" do
    even = described_class.of_statement([line("earnings", "Miles", 1_000), line("taxes", "Tax", -1_000)])
    expect(posted(even).last).to eq(["net_payable", 0])
  end

  it "gives an advance with its fees, leaves out what is nothing, and turns a posting round" do
    given = described_class.of_advance("Loan", principal_cents: 30_000, fee_cents: 750)
    expect(posted(given)).to eq([["advances", -30_750], ["bank", 30_000], ["fees", 750]])
    free = described_class.of_advance("Loan", principal_cents: 30_000, fee_cents: 0)
    expect(posted(free)).to eq([["advances", -30_000], ["bank", 30_000]])
    expect(posted(described_class.reversed(given))).to eq(
      [["advances", 30_750], ["bank", -30_000], ["fees", -750]]
    )
  end

  it "bears interest for a fund, and pays a net from the bank" do
    expect(posted(described_class.of_interest("Bond", 2, 125))).to eq([["escrow", 125], ["interest", -125]])
    expect(posted(described_class.of_payment(73_000))).to eq([["net_payable", -73_000], ["bank", 73_000]])
  end
end
