# frozen_string_literal: true

require_relative "../../../config/core"

RSpec.describe Core::Tracking::ScanSubject do
  # Believable subjects, written before the reader was tried on them.
  {
    "POD L1012" => [%w[L1012], "pod"],
    "Fwd: signed bol for load l1012" => [%w[L1012], "bol"],
    "Rate con L1044 attached" => [%w[L1044], "rate_confirmation"],
    "RATECON 1044" => [%w[1044], "rate_confirmation"],
    "lumper receipt T5012 & scale" => [%w[T5012], "lumper_receipt"],
    "L1012 L1013 bills of lading" => [%w[L1012 L1013], "bol"],
    "Proof of delivery, trip T5012" => [%w[T5012], "pod"],
    "Temperature log L1012" => [%w[L1012], "temperature_record"],
    "CAT scale ticket l 1012" => [%w[L-1012], "scale_ticket"],
    "DN-201 registration" => [%w[DN-201], nil],
    "BOL 1012" => [%w[1012], "bol"],
    "new medical card 1001" => [%w[1001], nil],
    "inspection T 101" => [%w[T-101], nil],
    "scan" => [[], nil],
    "" => [[], nil]
  }.each do |subject, (numbers, kind)|
    it "reads #{subject.inspect}" do
      expect(described_class.read(subject)).to have_attributes(numbers:, kind:)
    end
  end

  it "is of the one record that bears the number, and waits for a person where none or several do" do
    said = described_class.read("POD L1012 T5012")
    load, trip = [:loads, 3, "load L1012"], [:trips, 4, "trip T5012 with two loads"]
    expect(described_class.place(said, { "L1012" => [load] })).to eq([:loads, 3])
    expect(described_class.place(said, { "L1012" => [load], "T5012" => [load] })).to eq([:loads, 3])
    expect(described_class.place(said, {})).to eq("It names no load, trip, unit or driver of ours.")
    expect(described_class.place(said, { "L1012" => [load], "T5012" => [trip] })).to eq(
      "It could be of load L1012 or trip T5012 with two loads."
    )
  end
end
