# frozen_string_literal: true

RSpec.describe Core::Pay::Against do
  def line(label, amount, trip: false, kind: "recurring", source_id: nil, deduction_id: nil) =
    described_class::Line.new(kind:, source_id:, deduction_id:, trip:, label:, amount: BigDecimal(amount))

  def differences(before, now) =
    described_class.of(before, now).map { |one| [one.label, one.before.to_i, one.now.to_i] }

  it "takes trips together, whatever they were" do
    before = [line("Loaded miles", 900, trip: true), line("Tarps", 50, trip: true, kind: "tarps")]
    expect(differences(before, [line("Loaded miles", 700, trip: true)])).to eq([["Trips", 950, 700]])
  end

  it "knows a renamed deduction again, by its newer name, with what was carried of it" do
    before = [line("Bond", -40, deduction_id: 7)]
    now = [line("Security bond", -40, deduction_id: 7), line("Security bond, carried", -10, deduction_id: 7)]
    expect(differences(before, now)).to eq([["Security bond, carried", -40, -50]])
  end

  it "tells two of one kind apart by their source" do
    before = [line("Levy", -80, kind: "levy", source_id: 1)]
    now = [line("Levy", -80, kind: "levy", source_id: 2)]
    expect(differences(before, now)).to eq([["Levy", -80, 0], ["Levy", 0, -80]])
  end

  it "leaves out what did not change, and puts the greatest change first, equal ones by label" do
    before = [line("Same", -10, source_id: 1)]
    now = [
      line("Same", -10, source_id: 1),
      line("B", -5, source_id: 2),
      line("A", 5, source_id: 3),
      line("Most", -90, source_id: 4)
    ]
    expect(differences(before, now).map(&:first)).to eq(%w[Most A B])
  end
end
