# frozen_string_literal: true

require_relative "../../config/core"

RSpec.describe Core::Spoken do
  # As the client's showMinutes, showTime and showDay say them.
  {
    [:minutes, 0] => "0 min",
    [:minutes, 59] => "59 min",
    [:minutes, 60] => "1 h",
    [:minutes, 185] => "3 h 5 min",
    [:pounds, 78_650] => "78,650 lb",
    [:grouped, 999] => "999",
    [:dollars, 181_690] => "$1,816.90",
    [:time, Time.utc(2026, 11, 3, 4, 5)] => "Tue 11/3 4:05",
    [:zoned, Time.utc(2026, 11, 24, 21, 45)] => "Tue 11/24 21:45 UTC",
    [:day, Date.new(2026, 11, 24)] => "Tue 11/24",
    [:date, Date.new(2026, 11, 4)] => "Nov 4, 2026",
    [:reference, "po", "PO-77"] => "PO PO-77",
    [:reference, "pickup_number", "B7198"] => "pickup number B7198"
  }.each do |(what, *of), said|
    it("says #{what} of #{of.join(" ")} as #{said}") do
      expect(described_class.public_send(what, *of)).to eq(said)
    end
  end
end
