# frozen_string_literal: true

require_relative "../../../config/core"

RSpec.describe Core::Permits::Amendment do
  was = {
    starts_on: "2026-11-16",
    tractor_id: 7,
    width_in: 144,
    height_in: 162,
    length_in: 900,
    gross_lb: 90_000,
    way: "A → B"
  }

  it "finds nothing in what is the same, a day or a number written otherwise among it" do
    now = was.merge(starts_on: Date.new(2026, 11, 16), tractor_id: "7")
    expect(described_class.changed(was, now)).to eq([])
  end

  was.each_key do |fact|
    name = fact == :tractor_id ? "tractor" : fact.to_s
    it "finds #{name}, and does not compare it where it was not noted" do
      now = was.merge(fact => "another")
      expect([described_class.changed(was, now), described_class.changed(was.merge(fact => nil), now)]).to eq(
        [[name], []]
      )
    end
  end

  # What changed, what the state lets => why not
  [
    [[], %w[starts_on], "Nothing has changed since this permit was issued."],
    [%w[starts_on], %w[starts_on tractor], nil],
    [%w[tractor starts_on], %w[starts_on tractor], nil],
    [
      %w[way],
      [],
      "Idaho lets no change of an issued permit: this changes the way. Give the permit up and apply anew."
    ],
    [
      %w[starts_on width_in height_in],
      %w[starts_on tractor],
      "Idaho lets the start and the tractor of an issued permit change, and no more: this changes the width " \
        "and the height. Give the permit up and apply anew."
    ]
  ].each do |names, allowed, sentence|
    it "#{sentence ? "refuses" : "lets"} #{names.join(", ")} where #{allowed.join(", ")} may change" do
      expect(described_class.refused(names, allowed, "Idaho")).to eq(sentence)
    end
  end

  # Names in words, one to three.
  {
    %w[way] => "the way",
    %w[starts_on tractor] => "the start and the tractor",
    %w[width_in height_in length_in] => "the width, the height and the length"
  }.each do |names, words|
    it "says #{words}" do
      expect(described_class.said(names)).to eq(words)
    end
  end
end
