# frozen_string_literal: true

require_relative "../../../config/fit_rules"

RSpec.describe Core::Fit::Gross do
  def gross(**more) = described_class.of(freight_lb: 42_000, weights: FitRules.weights, **more)

  it "takes what was weighed, and says what was not" do
    expect(gross(tractor_lb: 18_000, trailer_lb: 15_000)).to have_attributes(lb: 76_650, usual: [])
    expect(gross(tractor_lb: 18_000, trailer_kind: "reefer")).to have_attributes(
      lb: 78_150,
      usual: [:trailer]
    )
    expect(gross(trailer_kind: "lowboy", drivers: 2).text).to eq(
      "about 79,900 lb gross: tractor 17,000 lb (not weighed, the usual), trailer 19,000 lb (not weighed, the " \
        "usual), freight 42,000 lb, driver and fuel 1,900 lb"
    )
  end

  # 23 CFR 658.5: nondivisible is what cannot be separated without harm to it or eight hours of work
  [
    ["one piece, counted", [[1, false]], false],
    ["one machine, measured and not counted", [[nil, true]], false],
    ["several pieces", [[2, true]], true],
    ["two lines of one piece each", [[1, true], [1, true]], true],
    ["bulk", [[nil, false]], true],
    ["nothing said of any freight", [], false]
  ].each do |what, lines, divisible|
    it "#{divisible ? "can" : "cannot"} divide #{what}" do
      made = lines.map { |pieces, sized| Core::Fit::Line.new(pieces:, sized:) }
      expect(Core::Fit.divisible?(made)).to be(divisible)
    end
  end
end
