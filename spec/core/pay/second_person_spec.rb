# frozen_string_literal: true

require "spec_helper"

# Common practice: who asks does not let it be made, who approves does not pay.
RSpec.describe Core::Pay::SecondPerson do
  {
    ["advance", "a", "a", %w[administrator settlement_clerk]] => "same_person",
    ["advance", "a", "b", %w[settlement_clerk]] => nil,
    ["bank_account", "a", "b", %w[administrator]] => nil,
    ["two_people", "a", "b", %w[settlement_clerk]] => "administrators_only",
    ["two_people", "a", "b", %w[administrator]] => nil,
    ["two_people", "a", "a", %w[administrator]] => "same_person",
    ["agreed_miles", "a", "b", %w[administrator]] => "clerks_only",
    ["agreed_miles", "a", "b", %w[settlement_clerk]] => nil
  }.each do |(kind, asked_by, by, roles), code|
    it "lets #{by} as #{roles.join(" and ")} make #{kind} of #{asked_by}: #{code || "yes"}" do
      expect(described_class.why_not_made(kind, asked_by:, by:, roles:)&.first).to eq(code)
    end
  end

  [
    ["a", "a", true, "approved_it"],
    ["a", "a", false, nil],
    ["a", "b", true, nil],
    [nil, "b", true, nil]
  ].each do |row|
    approved_by, by, holds, code = row
    it "lets #{by} pay what #{approved_by || "nobody"} approved, the rule #{holds ? "on" : "off"}: #{code || "yes"}" do
      expect(described_class.why_not_paid(approved_by:, by:, holds:)&.first).to eq(code)
    end
  end
end
