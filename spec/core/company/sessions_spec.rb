# frozen_string_literal: true

require "spec_helper"

# OWASP ASVS 4.0.3, 3.3.2: twelve hours, half an hour without use.
RSpec.describe Core::Company::Sessions do
  clerk, dispatcher = %w[dispatcher settlement_clerk], %w[dispatcher safety permit_clerk]

  [
    [43_200, 0, dispatcher, false],
    [43_201, 0, dispatcher, true],
    [43_200, 43_200, dispatcher, false],
    [3600, 1800, clerk, false],
    [3600, 1801, clerk, true],
    [3600, 1801, %w[administrator], true],
    [3600, 1801, dispatcher, false]
  ].each do |age, idle, roles, over|
    it "#{over ? "are over" : "live"} after #{age} s, #{idle} s idle, as #{roles.join(" and ")}" do
      expect(described_class.over?(age:, idle:, roles:)).to be(over)
    end
  end

  {
    ["none", clerk, true] => "to_set_up",
    ["none", clerk, false] => "none",
    ["none", dispatcher, true] => "none",
    ["asked", dispatcher, false] => "asked",
    ["given", clerk, true] => "given"
  }.each do |(factor, roles, required), standing|
    it "stand at #{standing} with #{factor} as #{roles.last}, #{required ? "required" : "offered"}" do
      expect(described_class.standing(factor, roles, required:)).to eq(standing)
      expect(described_class.whole?(standing)).to be(%w[none given].include?(standing))
    end
  end
end
