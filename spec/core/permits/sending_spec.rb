# frozen_string_literal: true

require_relative "../../../config/core"

RSpec.describe Core::Permits::Sending do
  today = Date.new(2026, 11, 16)

  def ready?(**changed) =
    described_class.ready?(
      status: "draft",
      kind: "oversize",
      from_on: Date.new(2026, 11, 16),
      today: Date.new(2026, 11, 16),
      **changed
    )

  %w[draft refused sent review asked issued cancelled].each do |status|
    it "#{%w[draft refused].include?(status) ? "sends" : "does not send"} one that is #{status}" do
      expect(ready?(status:)).to be(%w[draft refused].include?(status))
    end
  end

  it "sends from the first day on which the office takes it" do
    expect([today + 1, today, today - 1].map { |from_on| ready?(from_on:) }).to eq([false, true, true])
  end

  it "sends none of a kind that no office gives" do
    expect(%w[not_covered divisible superload].map { |kind| ready?(kind:) }).to eq([false, false, true])
  end
end
