# frozen_string_literal: true

require_relative "../../../config/permit_rules"

RSpec.describe Core::Permits::Guide do
  # Within the legal sizes everywhere, and a load that is wide alone: 12 ft.
  legal = { width_in: 102, height_in: 162, length_in: 780, gross_lb: 79_000 }
  wide = legal.merge(width_in: 144)
  heavy = legal.merge(gross_lb: 95_000, divisible: false)

  def ask(answers) = described_class.new(PermitRules.all.fetch("ID"), answers).next

  it "asks for the sizes one after the other, and none that is told" do
    asked = []
    answers = {}
    while asked.length < 4
      question = ask(answers)
      asked << question.id
      answers[question.id] = legal.fetch(question.id)
    end
    expect([asked, ask(legal.except(:height_in)).id]).to eq(
      [%i[width_in height_in length_in gross_lb], :height_in]
    )
  end

  it "needs no more where none is needed" do
    expect(ask(legal)).to have_attributes(kind: "none", term: nil)
  end

  it "asks whether it can be divided only where it is too heavy; what can be gets none" do
    expect([ask(heavy.except(:divisible)).id, ask(wide).id]).to eq(%i[divisible moves_a_year])
    expect(ask(heavy.merge(divisible: true))).to have_attributes(kind: "divisible", term: nil)
  end

  # Of a wide load: how often, in the same vehicle => term and why.
  [
    [1, nil, "trip", "For this trip alone."],
    [2, nil, "trip", "For this trip alone."],
    [3, false, "trip", "For this trip alone: the vehicle is another each time."],
    [3, true, "trips", "A few moves in the same vehicle"],
    [9, true, "trips", "A few moves in the same vehicle"],
    [10, true, "year", "It moves often, in the same vehicle"]
  ].each do |moves, same, term, why|
    it "is for #{term} at #{moves} a year#{", the same vehicle" if same}" do
      answers = wide.merge(moves_a_year: moves, same_vehicle: same).compact
      expect(ask(answers)).to have_attributes(term:, kind: "oversize")
      expect(ask(answers).why.last).to start_with(why)
    end
  end

  it "asks whether it is the same vehicle from three moves on" do
    expect(
      [2, 3].map { |moves| ask(wide.merge(moves_a_year: moves)) }.map { |one| one.respond_to?(:id) && one.id }
    ).to eq([false, :same_vehicle])
  end

  it "is for each trip where it is too heavy, or larger than yearly permits go, however often" do
    often = { moves_a_year: 10, same_vehicle: true }
    expect(ask(heavy.merge(often)).why.last).to eq(
      "For this trip alone: what is too heavy is looked at each time."
    )
    larger = ask(wide.merge(often).merge(width_in: 145))
    expect([larger.term, larger.why.last]).to eq(
      ["trip", "For this trip alone: it is larger than yearly permits go, 12 ft wide."]
    )
  end
end
