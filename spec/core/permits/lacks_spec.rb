# frozen_string_literal: true

RSpec.describe Core::Permits::Lacks do
  tractor = described_class::Tractor.new(number: "T-1", plate: "A1", vin: "V", registered_lb: 80_000)
  whole =
    described_class::Facts.new(
      outdated: [],
      tractor:,
      gross_lb: 80_000,
      axles: true,
      attested: true,
      way_found: true,
      verdicts: []
    )
  verdict = Struct.new(:kind, :why)

  # What is changed of a file that lacks nothing => what it then lacks.
  {
    {} => [],
    { outdated: ["The load is wider now."] } => ["The load is wider now."],
    { tractor: nil } => ["No tractor is chosen: give the load to a crew."],
    { tractor: tractor.with(plate: "") } => ["The tractor has no plate or VIN in Fleet."],
    { tractor: tractor.with(vin: "") } => ["The tractor has no plate or VIN in Fleet."],
    { gross_lb: 80_001 } => ["T-1 is registered for 80,000 lb, and this weighs 80,001 lb."],
    { tractor: tractor.with(registered_lb: nil), gross_lb: 200_000 } => [],
    { axles: false } => ["Axle weights and spacings are not told: only the gross is judged."],
    { attested: false } => ["Nobody has attested it."],
    { way_found: false } => ["No way is found for this size: say in words which way you wish."],
    { verdicts: [verdict.new("single_trip", ["wide"])] } => [],
    { verdicts: [verdict.new("divisible", ["heavy", "Divide it."])] } => ["Divide it."],
    { verdicts: [verdict.new("not_covered", ["Not covered."])] } => ["Not covered."]
  }.each do |changed, lacks|
    it "lacks #{lacks.empty? ? "nothing" : lacks.join} where #{changed.keys.join} is changed" do
      expect(described_class.of(whole.with(**changed))).to eq(lacks)
    end
  end

  it "says all at once, in the order in which they are put right" do
    bare = whole.with(tractor: nil, axles: false, attested: false, way_found: false, outdated: ["Old."])
    expect(described_class.of(bare).map { |sentence| sentence.split.first }).to eq(%w[Old. No Axle Nobody No])
  end
end
