# frozen_string_literal: true

require "json"

# The table that the client's fields are held to as well.
RSpec.describe Core::Typed do
  cases = JSON.parse(File.read(File.expand_path("../typed/cases.json", __dir__)))

  cases["days"].each do |text, day|
    it("reads the day #{text}") { expect(described_class.day(text)&.iso8601).to eq(day) }
  end

  cases["no_day"].each do |text|
    it("reads no day in #{text.inspect}") { expect(described_class.day(text)).to be_nil }
  end

  {
    "30" => 30,
    "1,200" => 1200,
    " 2 000 " => 2000,
    "-5" => -5,
    "4,40" => nil,
    "12.5" => nil,
    "" => nil
  }.each do |text, number|
    it("reads #{text.inspect} as #{number.inspect}") { expect(described_class.whole(text)).to eq(number) }
  end
end
