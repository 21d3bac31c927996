# frozen_string_literal: true

RSpec.describe Core::Company do
  # As a truck's door and letters write it: 49 CFR 390.21(b)(2).
  {
    "1234567" => "1234567",
    "USDOT 1234567" => "1234567",
    "us dot #123" => "123",
    "DOT-99999999" => nil,
    "123456789" => nil,
    "" => nil
  }.each do |text, number|
    it("reads the USDOT number #{text.inspect}") { expect(described_class.usdot_number(text)).to eq(number) }
  end

  {
    "MC-123456" => "MC-123456",
    "mc 123456" => "MC-123456",
    "123456" => "MC-123456",
    "MX7" => "MX-7",
    "MC" => nil
  }.each do |text, number|
    it("reads the carrier number #{text.inspect}") do
      expect(described_class.carrier_number(text)).to eq(number)
    end
  end

  describe "first steps" do
    def steps(**more)
      described_class.first_steps(
        described_class::FirstSteps::Facts.new(
          customers: 0,
          drivers: 0,
          tractors: 0,
          trailers: 0,
          undated_drivers: [],
          undated_units: [],
          without_phone: [],
          without_hours: [],
          without_rate: [],
          identified: false,
          loads: 0,
          sent: 0,
          papers_in: 0,
          locked_runs: 0,
          people: 1,
          **more
        )
      )
    end
    def left(**more) = steps(**more).reject(&:done).map(&:code)

    it "are all to do in an empty company, the load before the trip before the pay run" do
      expect(left).to eq(
        %i[
          customers
          book
          drivers
          tractors
          trailers
          driver_papers
          unit_papers
          phones
          hours
          send
          rates
          who_we_are
          papers
          pay_run
          people
        ]
      )
    end

    it "name the drivers of whom something is missing, and count the rest" do
      four = ["Ada Holm", "Ben Ruiz", "Cy Low", "Ida Moe"]
      found =
        steps(drivers: 4, without_hours: four, without_phone: four.first(1)).to_h { |step| [step.code, step] }
      expect(found[:hours]).to have_attributes(
        done: false,
        missing: "Missing for Ada Holm, Ben Ruiz, Cy Low and 1 more."
      )
      expect(found[:phones].missing).to eq("Missing for Ada Holm.")
      expect(found[:rates]).to have_attributes(done: true, missing: nil)
    end

    it "are behind a company that runs" do
      expect(
        left(
          customers: 3,
          drivers: 2,
          tractors: 2,
          trailers: 3,
          identified: true,
          loads: 9,
          sent: 4,
          papers_in: 2,
          locked_runs: 1,
          people: 2
        )
      ).to be_empty
    end
  end
end
